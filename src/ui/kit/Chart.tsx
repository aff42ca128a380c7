'use client'

import type { EChartsType } from 'echarts/core'
import { useTheme } from 'next-themes'
import { useEffect, useRef } from 'react'

/** The page's colours, as the drawing needs them. */
export type ChartColors = Readonly<Record<'ink' | 'soft' | 'rule' | 'sheet' | 'paper' | 'spruce' | 'ochre' | 'rosin' | 'madder', string>>

/** What is drawn, in the page's colours; made outside of components or memoised. */
export type ChartOption = (colors: ChartColors) => object

type Props = { option: ChartOption; height: number; label: string; onPick?: (at: { data: unknown; index: number }) => void }

const NAMES = ['ink', 'soft', 'rule', 'sheet', 'paper', 'spruce', 'ochre', 'rosin', 'madder'] as const

/** Loads the drawing library once, only the parts that are used. */
let loading: Promise<(el: HTMLElement) => EChartsType> | null = null
const charts = () =>
  (loading ??= (async () => {
    const [core, kinds, parts, features, renderers] = await Promise.all([
      import('echarts/core'),
      import('echarts/charts'),
      import('echarts/components'),
      import('echarts/features'),
      import('echarts/renderers'),
    ])
    core.use([
      kinds.HeatmapChart,
      kinds.ScatterChart,
      parts.GridComponent,
      parts.TooltipComponent,
      parts.VisualMapComponent,
      features.LabelLayout,
      renderers.SVGRenderer,
    ])
    return (el: HTMLElement) => core.init(el, null, { renderer: 'svg' })
  })())

/** A drawing of numbers. What it shows is said in a table beside it; `label` names it. */
export function Chart({ option, height, label, onPick }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const drawn = useRef<EChartsType | null>(null)
  const picked = useRef(onPick)
  const { resolvedTheme } = useTheme()
  useEffect(() => {
    picked.current = onPick
  }, [onPick])
  useEffect(() => {
    let gone = false
    const observer = new ResizeObserver(() => drawn.current?.resize())
    void charts().then((init) => {
      const el = box.current
      if (gone || !el) return
      if (!drawn.current) {
        drawn.current = init(el)
        drawn.current.on('click', (e) => picked.current?.({ data: e.data, index: e.dataIndex }))
        observer.observe(el)
      }
      const style = getComputedStyle(document.documentElement)
      const colors = Object.fromEntries(NAMES.map((n) => [n, style.getPropertyValue(`--${n}`).trim()])) as ChartColors
      const textStyle = { fontFamily: getComputedStyle(document.body).fontFamily, color: colors.ink }
      drawn.current.setOption({ animation: false, textStyle, ...option(colors) }, true)
    })
    return () => {
      gone = true
      observer.disconnect()
    }
  }, [option, resolvedTheme])
  useEffect(
    () => () => {
      drawn.current?.dispose()
      drawn.current = null
    },
    [],
  )
  return <div ref={box} role="img" aria-label={label} style={{ height }} className="w-full" />
}
