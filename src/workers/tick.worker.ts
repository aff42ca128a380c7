/// <reference lib="webworker" />

/** How often the player looks ahead, in milliseconds. In a worker, since a page that is not seen is woken once a second only. */
const EVERY = 25

let timer: ReturnType<typeof setInterval> | undefined
self.onmessage = ({ data }: MessageEvent<boolean>) => {
  clearInterval(timer)
  timer = data ? setInterval(() => self.postMessage(null), EVERY) : undefined
}
