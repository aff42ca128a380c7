import { redirect } from 'next/navigation'
import { classPage } from '@/api/address'
import { classNamed } from '../named'

/** A day of the class: until it has a page of its own it leads to the pieces. */
export default async function TodayPage({ params }: { params: Promise<{ klass: string }> }) {
  redirect(classPage((await classNamed(params)).id, 'pieces'))
}
