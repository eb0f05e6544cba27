import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use as withParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { MOORLAND } from './theme.ts';

withParts([BarChart, LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

const TEXT = { color: MOORLAND.ink, fontFamily: 'inherit' };

/** A chart of the house: `label` says in words what it shows. */
export default function Chart({
  option,
  height,
  label,
}: {
  readonly option: EChartsCoreOption;
  readonly height: number;
  readonly label: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const chart = init(element, null, { renderer: 'svg' });
    chart.setOption({ animation: false, textStyle: TEXT, ...option });
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(element);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [option]);
  return <div ref={place} role="img" aria-label={label} style={{ width: '100%', height }} />;
}
