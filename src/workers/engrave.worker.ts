/// <reference lib="webworker" />
import { expose } from 'comlink'
import { ENGRAVER } from '@/engrave/served'
import { engraveSystems, type Toolkit } from '@/engrave/toolkit'
import { systemsRequest, type Engraver } from './protocol'

type Module = { default: (options?: object) => Promise<unknown> }
type Wrapper = { VerovioToolkit: new (module: unknown) => Toolkit }

/** The engraver's own files, served unmodified beside the application; their version is in the name, so that a browser keeps them for good. */
const FOLDER = ENGRAVER

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
