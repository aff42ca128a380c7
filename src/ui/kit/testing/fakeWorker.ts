import { expose } from 'comlink'

/** Stands for the browser's worker: the face that a test gives it, at the other end of a channel. */
export class FakeWorker {
  static all: FakeWorker[] = []
  static face: () => object
  /** Ends those that still run: a channel left open keeps the test's process alive. */
  static endAll(): void {
    FakeWorker.all.filter((w) => !w.ended).forEach((w) => w.terminate())
    FakeWorker.all = []
  }
  onerror: ((e: { message: string }) => void) | null = null
  ended = false
  readonly #near: MessagePort
  readonly #far: MessagePort
  constructor() {
    const { port1, port2 } = new MessageChannel()
    this.#near = port1
    this.#far = port2
    expose(FakeWorker.face(), port2)
    port1.start()
    FakeWorker.all.push(this)
  }
  postMessage(message: unknown): void {
    this.#near.postMessage(message)
  }
  addEventListener(type: string, listener: EventListener): void {
    this.#near.addEventListener(type, listener)
  }
  removeEventListener(type: string, listener: EventListener): void {
    this.#near.removeEventListener(type, listener)
  }
  terminate(): void {
    this.ended = true
    this.#near.close()
    this.#far.close()
  }
}
