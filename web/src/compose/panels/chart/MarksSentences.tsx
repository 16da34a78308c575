import Button from '@mui/material/Button';
import type { ChartLabels, ChartValue, ElementChartElement } from '../../../api/generated';
import { useChartChoices, type ChangeChart } from '../../document/choices';
import { LabelSentence } from './LabelSentence';
import { LineSentence } from './LineSentence';
import { SeriesList } from './SeriesList';
import { SlicesSentence } from './SlicesSentence';
import { ValueSetting } from './ValueSetting';

/** What all marks of a chart wear, what draws each value, trends, lines across and slices. */
export function MarksSentences({ chart, onChange }: { chart: ElementChartElement; onChange: ChangeChart }) {
  const { types } = useChartChoices();
  const type = types.find((t) => t.id === (chart.chart ?? 'columns'));
  const labels = chart.labels ?? {};
  const setLabels = (change: Partial<ChartLabels>) => onChange({ labels: { ...labels, ...change } });
  const setValue = (at: number, change: Partial<ChartValue>) =>
    onChange({ values: chart.values.map((v, i) => (i === at ? { ...v, ...change } : v)) });
  const lines = chart.lines ?? [];
  return (
    <>
      {type?.labels !== false && <LabelSentence labels={labels} onChange={setLabels} />}
      {chart.values.map((value, i) => (
        <ValueSetting
          key={i}
          value={value}
          name={chart.values.length > 1 ? `Value ${i + 1}` : 'The value'}
          mixes={type?.mixes ?? false}
          hasTrend={type?.lines ?? false}
          kinds={types.filter((t) => t.mixes && !t.combines).map((t) => ({ value: t.id, label: t.words }))}
          onChange={(change) => setValue(i, change)}
        />
      ))}
      <SeriesList chart={chart.id} />
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
    </>
  );
}
