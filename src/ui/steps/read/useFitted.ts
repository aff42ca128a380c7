'use client'

import { useLayoutEffect, useRef, type RefObject } from 'react'

/** Sizes of type that are tried, in pixels: what reads from the back row first. */
const [LARGEST, SMALLEST] = [170, 26]

/** Type as large as an element has room for: set anew when what stands in it (`of`) or its room changes. */
export function useFitted<T extends HTMLElement>(of: unknown): RefObject<T | null> {
  const ref = useRef<T>(null)
  useLayoutEffect(() => {
    const el = ref.current
    if (!el) return
    const fit = () => {
      const fits = (size: number): boolean => {
        el.style.fontSize = `${size}px`
        return el.scrollHeight <= el.clientHeight && el.scrollWidth <= el.clientWidth
      }
      let [low, high] = [SMALLEST, LARGEST]
      while (low < high) {
        const middle = Math.ceil((low + high) / 2)
        if (fits(middle)) low = middle
        else high = middle - 1
      }
      fits(low)
    }
    fit()
    const watch = new ResizeObserver(fit)
    watch.observe(el)
    return () => watch.disconnect()
  }, [of])
  return ref
}
