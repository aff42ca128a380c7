import { InClass } from '@/ui/kit/InClass'

/** All pages of a class: what is inside knows from the address which one it is. */
export default async function ClassLayout({ params, children }: { params: Promise<{ klass: string }>; children: React.ReactNode }) {
  return <InClass id={decodeURIComponent((await params).klass)}>{children}</InClass>
}
