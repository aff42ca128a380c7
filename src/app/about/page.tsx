import type { Metadata } from 'next'
import { sayInstruments } from '@/core/instruments/all'
import Link from 'next/link'

export const metadata: Metadata = { title: 'About' }

/** What ships inside, under which licence, and where its source is. */
const PARTS: readonly (readonly [string, string, string])[] = [
  [
    'verovio (music engraver; served unmodified as files of its own under /vendor)',
    'LGPL-3.0-or-later',
    'npm package verovio 6.3.0; source at github.com/rism-digital/verovio',
  ],
  [
    'Leland (music font inside the engraver), Source Sans 3, Young Serif, Noto Music',
    'SIL Open Font License 1.1',
    'npm packages verovio, @fontsource-variable/source-sans-3, @fontsource/young-serif, @fontsource/noto-music',
  ],
  ['DejaVu Sans', 'Bitstream Vera and public domain', 'npm package @fontsource/dejavu-sans'],
  [
    'abcjs, fflate, Floating UI, @tonejs/midi, midi-file, yauzl, yazl, fast-json-patch, @node-rs/argon2, knex, better-sqlite3, Next.js, React, Radix UI, Tailwind CSS, CodeMirror, zustand, zod, sonner, date-fns, next-themes, react-dropzone',
    'MIT',
    'npm packages of these names',
  ],
  ['Lucide icons, saxes, rate-limiter-flexible', 'ISC', 'npm packages lucide-react, saxes and rate-limiter-flexible'],
  ['comlink, idb-keyval, crc-32, ECharts', 'Apache-2.0', 'npm packages comlink, idb-keyval, crc-32 and echarts'],
]

export default function AboutPage() {
  return (
    <main className="mx-auto max-w-3xl px-6 py-8">
      <Link href="/" className="text-rosin underline">
        Back to the shelf
      </Link>
      <h1 className="mt-4 font-title text-2xl">About Even Seat</h1>
      <p className="mt-2 max-w-prose">
        Even Seat says for every note of a piece which string and finger it is for {sayInstruments()}, why, and what else could be done.
        Everything runs on this machine; nothing is sent anywhere.
      </p>
      <h2 className="mt-6 font-title text-xl">What ships inside</h2>
      <dl className="mt-2">
        {PARTS.map(([what, licence, where]) => (
          <div key={what} className="border-t border-rule py-2">
            <dt className="font-semibold">{what}</dt>
            <dd>
              {licence}. <span className="text-soft">{where}.</span>
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-4 text-soft">
        The licence texts stand in each package’s folder under node_modules, and the engraver’s also in docs/licences.
      </p>
    </main>
  )
}
