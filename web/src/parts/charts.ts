// What charts are drawn with: as much of the library as they use, drawn as vectors, so that they print.
import { BarChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { init as begin, use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import type { ECharts } from 'echarts'

use([BarChart, LineChart, ScatterChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer])

export const init = (box: HTMLElement) => begin(box, undefined, { renderer: 'svg' }) as unknown as ECharts
