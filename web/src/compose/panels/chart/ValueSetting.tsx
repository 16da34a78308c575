import type { ChartTrend, ChartValue } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { dashes, sides, trends } from './choices';
import { NumberBlank, PickBlank } from './PickBlank';

interface ValueProps {
  value: ChartValue;
  name: string;
  mixes: boolean;
  /** True if the type draws trends. */
  hasTrend: boolean;
  kinds: { value: string; label: string }[];
  onChange: (change: Partial<ChartValue>) => void;
}

/** How one value is drawn, its trend, its name and its pattern. */
export function ValueSetting({ value, name, mixes, hasTrend, kinds, onChange }: ValueProps) {
  const trend = value.trend;
  const setDash = (dash: ChartValue['dash']) => onChange({ dash });
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
              its lines <PickBlank label={`${name} lines`} list={dashes} value={value.dash ?? 'solid'} onPick={setDash} /> and{' '}
              <NumberBlank
                label={`${name} width`}
                value={value.lineWidth}
                automatic="as thick as usual"
                onPick={(lineWidth) => onChange({ lineWidth })}
              />
              , and
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
                    onPick={(v) => setTrend({ forward: Math.round(v ?? 0) })}
                  />{' '}
                  more and says{' '}
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
      <TextSetting
        label={`Name of ${name.toLowerCase()}`}
        value={value.name ?? ''}
        placeholder="a short one is made"
        onCommit={(text) => onChange({ name: text || null })}
      />
      <TextSetting
        label={`Pattern of ${name.toLowerCase()}`}
        value={value.pattern ?? ''}
        placeholder="a short one that fits"
        onCommit={(text) => onChange({ pattern: text || null })}
      />
    </>
  );
}
