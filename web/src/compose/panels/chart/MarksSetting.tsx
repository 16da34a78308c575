import type { ElementChartElement } from '../../../api/generated';
import { Setting } from '../../../sentence/Setting';
import type { ChangeChart } from '../../document/choices';
import { MarksSentences } from './MarksSentences';

/** How the marks are drawn and what they wear; trends and lines of reference. */
export function MarksSetting({ chart, onChange }: { chart: ElementChartElement; onChange: ChangeChart }) {
  const lines = chart.lines ?? [];
  const summary = [
    chart.labels?.show !== 'never' && 'labels',
    chart.values.some((v) => v.trend) && 'trend',
    lines.length > 0 && (lines.length === 1 ? 'a line' : `${lines.length} lines`),
  ].filter(Boolean);
  return (
    <Setting name="Marks" summary={summary.join(', ') || 'no labels'}>
      <MarksSentences chart={chart} onChange={onChange} />
    </Setting>
  );
}
