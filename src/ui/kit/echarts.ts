import { HeatmapChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, TooltipComponent, VisualMapComponent } from 'echarts/components'
import { init, use as take, type EChartsType } from 'echarts/core'
import { LabelLayout } from 'echarts/features'
import { SVGRenderer } from 'echarts/renderers'

/*
 * The drawing library with the parts that are used, by name: a bundler leaves out what nobody names, and of a namespace
 * it keeps all.
 */
take([HeatmapChart, LineChart, ScatterChart, GridComponent, TooltipComponent, VisualMapComponent, LabelLayout, SVGRenderer])

/** A drawing in an element of the page. */
export const drawIn = (el: HTMLElement): EChartsType => init(el, null, { renderer: 'svg' })
