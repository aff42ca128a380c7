import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import * as z from 'zod'

/*
 * npm run packages: what ships inside, by the lock file, into the page About. A test holds the two together.
 */
const root = path.resolve(import.meta.dirname, '..')
const lockSchema = z.object({
  packages: z.record(
    z.string(),
    z.object({
      dependencies: z.record(z.string(), z.string()).optional(),
      version: z.string().optional(),
      license: z.string().optional(),
    }),
  ),
})

/** A package that the application is made of, as its author has licensed it. */
type Shipped = { readonly name: string; readonly version: string; readonly licence: string }

/** Every package that the application asks for at run time, by name. */
export function shipped(): Shipped[] {
  const { packages } = lockSchema.parse(JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8')))
  return Object.keys(packages[''].dependencies ?? {})
    .sort()
    .map((name) => {
      const { version = '', license = '' } = packages[`node_modules/${name}`]
      return { name, version, licence: license }
    })
}

export const LISTED = path.join(root, 'src/app/about/packages.json')

if (process.argv[1] === import.meta.filename) writeFileSync(LISTED, `${JSON.stringify(shipped(), null, 2)}\n`)
