import type { ChartTrend, ChartValue } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { sides, trends } from '../../document/choices';
import { NumberBlank, PickBlank } from '../parts/PickBlank';
import { midSentence } from '../../../shell/midSentence';

interface ValueProps {
  value: ChartValue;
  name: string;
  mixes: boolean;
  /** True if the type draws trends. */
  hasTrend: boolean;
  kinds: { value: string; label: string }[];
  onChange: (change: Partial<ChartValue>) => void;
}

/** What draws one value, its axis, its trend and its pattern. */
export function ValueSetting({ value, name, mixes, hasTrend, kinds, onChange }: ValueProps) {
  const trend = value.trend;
  const setTrend = (change: Partial<ChartTrend>) => onChange({ trend: { ...trend, ...change } });
  return (
    <>
      {hasTrend && (
        <Sentence>
          {name}
          {mixes && (
            <>
              {' '}
              is drawn as{' '}
              <PickBlank
                label={`${name} drawn as`}
                list={[{ value: '', label: 'the chart is' }, ...kinds]}
                value={value.drawnAs ?? ''}
                onPick={(v) => onChange({ drawnAs: v || null })}
              />{' '}
              at <PickBlank label={`${name} at`} list={sides} value={value.axis ?? 'automatic'} onPick={(axis) => onChange({ axis })} />,
              and
            </>
          )}{' '}
          has{' '}
          <PickBlank
            label={`${name} trend`}
            list={trends}
            value={(trend?.kind ?? (trend ? 'straight' : '')) as string}
            onPick={(kind) => onChange({ trend: kind === '' ? null : { ...trend, kind: kind as ChartTrend['kind'] } })}
          />
          {trend && (
            <>
              {trend.kind === 'curve' && (
                <>
                  {' '}
                  of degree{' '}
                  <NumberBlank label="Degree" value={trend.degree ?? 2} automatic="2" onPick={(v) => setTrend({ degree: v ?? 2 })} />
                </>
              )}
              {trend.kind === 'smoothed' && (
                <>
                  {' '}
                  marks:{' '}
                  <NumberBlank label="Marks averaged" value={trend.over ?? 3} automatic="3" onPick={(v) => setTrend({ over: v ?? 3 })} />
                </>
              )}
              {trend.kind !== 'smoothed' && (
                <>
                  , which goes on for{' '}
                  <NumberBlank
                    label="Forward"
                    value={trend.forward ?? 0}
                    automatic="0"
                    onPick={(v) => setTrend({ forward: Math.max(0, Math.round(v ?? 0)) })}
                  />{' '}
                  more, begins{' '}
                  <NumberBlank
                    label="Back"
                    value={trend.back ?? 0}
                    automatic="0"
                    onPick={(v) => setTrend({ back: Math.max(0, Math.round(v ?? 0)) })}
                  />{' '}
                  before the first, and says{' '}
                  <PickBlank
                    label="Trend says"
                    list={[
                      { value: 'name', label: 'its name' },
                      { value: 'formula', label: 'its formula and R²' },
                    ]}
                    value={trend.formula ? 'formula' : 'name'}
                    onPick={(v) => setTrend({ formula: v === 'formula' })}
                  />
                </>
              )}
            </>
          )}
          .
        </Sentence>
      )}
      {trend && hasTrend && (
        <TextSetting
          label={`Name of the trend of ${midSentence(name)}`}
          value={trend.name ?? ''}
          placeholder="Trend"
          onCommit={(text) => setTrend({ name: text || null })}
        />
      )}
      <TextSetting
        label={`Pattern of ${midSentence(name)}`}
        value={value.pattern ?? ''}
        placeholder="a short one that fits"
        onCommit={(text) => onChange({ pattern: text || null })}
      />
    </>
  );
}
