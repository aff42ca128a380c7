import type { Metadata } from 'next'
import { sayInstruments } from '@/core/instruments/all'
import Link from 'next/link'
import PACKAGES from './packages.json'

export const metadata: Metadata = { title: 'About' }

/** Of what is more to say than its name: where its source is, what else is in it. */
const MORE: Readonly<Record<string, string>> = {
  verovio:
    'the engraver, served unmodified as files of its own under /vendor. Source at github.com/rism-digital/verovio. Inside it the music font Leland, SIL Open Font License 1.1',
  '@fontsource/dejavu-sans': 'the signs ♯ and ♭. The face itself: Bitstream Vera and public domain',
  '@fontsource/noto-music': 'signs of music in text',
  '@fontsource/young-serif': 'titles',
  '@fontsource-variable/source-sans-3': 'all other text',
  '@fontsource/source-sans-3': 'the same on paper',
}

/** What’s inside, under which licence: as the lock file has it (npm run packages). */
const LICENCES = [...new Set(PACKAGES.map((p) => p.licence))].sort().map((licence) => ({
  licence,
  packages: PACKAGES.filter((p) => p.licence === licence),
}))

export default function AboutPage() {
  return (
    <main className="mx-auto max-w-3xl px-6 py-8">
      <Link href="/" className="text-link underline">
        Back to the shelf
      </Link>
      <h1 className="mt-4 font-title text-2xl">About Even Seat</h1>
      <p className="mt-2 max-w-prose">
        Even Seat says for every note of a piece which string and finger it is for {sayInstruments()}, why, and what else could be done.
        Everything runs on this computer. Nothing is sent anywhere.
      </p>
      <h2 className="mt-6 font-title text-xl">What’s inside</h2>
      <dl className="mt-2">
        {LICENCES.map(({ licence, packages }) => (
          <div key={licence} className="border-t border-rule py-2">
            <dt className="font-semibold">{licence}</dt>
            <dd>
              <ul className="flex flex-wrap gap-x-4">
                {packages.map(({ name, version }) => (
                  <li key={name}>
                    <span className="whitespace-nowrap">
                      {name} {version}
                    </span>
                    {MORE[name] && <span className="text-soft">: {MORE[name]}</span>}
                  </li>
                ))}
              </ul>
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-4 text-soft">
        Each is the npm package of that name. Its source and licence are in its folder under node_modules, the engraver’s text also in
        docs/licences.
      </p>
    </main>
  )
}
