import Button from '@mui/material/Button';
import type { ChartLabels, ChartValue, ElementChartElement } from '../../../api/generated';
import { Setting } from '../../../sentence/Setting';
import { useChartChoices, type ChangeChart } from './choices';
import { LabelSentence } from './LabelSentence';
import { LineSentence } from './LineSentence';
import { SlicesSentence } from './SlicesSentence';
import { ValueSetting } from './ValueSetting';

/** How the marks are drawn and what they wear; trends and lines of reference. */
export function MarksSetting({ chart, wanted, onChange }: { chart: ElementChartElement; wanted: boolean; onChange: ChangeChart }) {
  const { types } = useChartChoices();
  const type = types.find((t) => t.id === (chart.chart ?? 'columns'));
  const labels = chart.labels ?? {};
  const setLabels = (change: Partial<ChartLabels>) => onChange({ labels: { ...labels, ...change } });
  const setValue = (at: number, change: Partial<ChartValue>) =>
    onChange({ values: chart.values.map((v, i) => (i === at ? { ...v, ...change } : v)) });
  const lines = chart.lines ?? [];
  const summary = [
    labels.show !== 'never' && 'labels',
    chart.values.some((v) => v.trend) && 'trend',
    lines.length > 0 && (lines.length === 1 ? 'a line' : `${lines.length} lines`),
  ].filter(Boolean);
  return (
    <Setting name="Marks" summary={summary.join(', ') || 'no labels'} wanted={wanted}>
      {type?.labels !== false && <LabelSentence labels={labels} onChange={setLabels} />}
      {chart.values.map((value, i) => (
        <ValueSetting
          key={i}
          value={value}
          name={chart.values.length > 1 ? `Value ${i + 1}` : 'The value'}
          mixes={type?.mixes ?? false}
          hasTrend={type?.lines ?? false}
          kinds={types.filter((t) => t.mixes && t.id !== 'combined').map((t) => ({ value: t.id, label: t.words }))}
          onChange={(change) => setValue(i, change)}
        />
      ))}
      {type?.lines && (
        <>
          {lines.map((line, i) => (
            <LineSentence
              key={i}
              line={line}
              onChange={(change) => onChange({ lines: lines.map((l, k) => (k === i ? { ...l, ...change } : l)) })}
              onRemove={() => onChange({ lines: lines.filter((_, k) => k !== i) })}
            />
          ))}
          <Button
            size="small"
            sx={{ justifySelf: 'start', ml: -0.5 }}
            onClick={() => onChange({ lines: [...lines, { measure: 'average' }] })}
          >
            Add a line across
          </Button>
        </>
      )}
      {(type?.slices || type?.columns) && (
        <SlicesSentence
          slices={chart.slices ?? {}}
          isPie={type.slices}
          onChange={(change) => onChange({ slices: { ...chart.slices, ...change } })}
        />
      )}
    </Setting>
  );
}
