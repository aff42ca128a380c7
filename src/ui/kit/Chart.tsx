'use client'

import type { EChartsType } from 'echarts/core'
import { useTheme } from 'next-themes'
import { useEffect, useRef, useState } from 'react'

/** The page's colours, as the drawing needs them. */
export type ChartColors = Readonly<
  Record<'ink' | 'soft' | 'rule' | 'sheet' | 'paper' | 'spruce' | 'ochre' | 'pick' | 'accent' | 'madder', string>
>

/** What is drawn, in the page's colours; made outside of components or memoised. */
export type ChartOption = (colors: ChartColors) => object

/** `height` in pixels, or as a CSS height. */
type Props = { option: ChartOption; height: number | string; label: string; onPick?: (at: { data: unknown; index: number }) => void }

const NAMES = ['ink', 'soft', 'rule', 'sheet', 'paper', 'spruce', 'ochre', 'pick', 'accent', 'madder'] as const

/** Loads the drawing library once, when something is to be drawn. */
let loading: Promise<typeof import('./echarts')> | null = null
const library = () => (loading ??= import('./echarts'))

/** A drawing of numbers. What it shows is said in a table beside it; `label` names it. */
export function Chart({ option, height, label, onPick }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [drawing, setDrawing] = useState<EChartsType | null>(null)
  const picked = useRef(onPick)
  const { resolvedTheme } = useTheme()
  useEffect(() => {
    picked.current = onPick
  }, [onPick])
  // One drawing for as long as the element is there: it goes along with its width whatever is drawn in it.
  useEffect(() => {
    const el = box.current
    if (!el) return
    let made: EChartsType | null = null
    let gone = false
    const observer = new ResizeObserver(() => made?.resize())
    void library().then(({ drawIn }) => {
      if (gone) return
      made = drawIn(el)
      made.on('click', (e) => picked.current?.({ data: e.data, index: e.dataIndex }))
      observer.observe(el)
      setDrawing(made)
    })
    return () => {
      gone = true
      observer.disconnect()
      made?.dispose()
    }
  }, [])
  useEffect(() => {
    if (!drawing || drawing.isDisposed()) return
    const style = getComputedStyle(document.documentElement)
    const colors = Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as ChartColors
    const textStyle = { fontFamily: getComputedStyle(document.body).fontFamily, color: colors.ink }
    drawing.setOption({ animation: false, textStyle, ...option(colors) }, true)
  }, [drawing, option, resolvedTheme])
  return <div ref={box} role="img" aria-label={label} style={{ height }} className="w-full" />
}
