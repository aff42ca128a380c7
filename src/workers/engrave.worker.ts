/// <reference lib="webworker" />
import { expose } from 'comlink'
import { engraveSystems, type Toolkit } from '@/engrave/toolkit'
import { systemsRequest, type Engraver } from './protocol'

type Module = { default: (options?: object) => Promise<unknown> }
type Wrapper = { VerovioToolkit: new (module: unknown) => Toolkit }

/** The engraver's own files, served unmodified beside the application. */
const FOLDER = '/vendor/verovio'

let toolkit: Promise<Toolkit> | null = null
const loaded = (): Promise<Toolkit> =>
  (toolkit ??= (async () => {
    const at = (file: string) => new URL(`${FOLDER}/${file}`, self.location.origin).href
    const [engine, wrapper] = (await Promise.all([
      import(/* webpackIgnore: true */ /* turbopackIgnore: true */ at('verovio-module.mjs')),
      import(/* webpackIgnore: true */ /* turbopackIgnore: true */ at('verovio.mjs')),
    ])) as [Module, Wrapper]
    return new wrapper.VerovioToolkit(await engine.default())
  })())

const engraver: Engraver = {
  async systems(request) {
    const { mei, width, scale } = systemsRequest.parse(request)
    return engraveSystems(await loaded(), mei, width, scale)
  },
}

expose(engraver)
