import Link from 'next/link'

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl px-6 py-16">
      <h1 className="font-title text-2xl">No such piece</h1>
      <p className="mt-2 text-soft">There’s no piece at this address. It may have been deleted, or the address was cut short.</p>
      <Link href="/" className="mt-4 inline-block text-link underline">
        To your pieces
      </Link>
    </main>
  )
}
