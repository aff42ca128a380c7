import { redirect } from 'next/navigation'
import { classPage } from '@/api/address'

/** A class by itself leads to its pieces. */
export default async function ClassPage({ params }: { params: Promise<{ klass: string }> }) {
  redirect(classPage(decodeURIComponent((await params).klass), 'pieces'))
}
