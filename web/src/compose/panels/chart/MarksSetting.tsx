import Button from '@mui/material/Button';
import type { ChartLabels, ChartLine, ChartSlices, ChartTrend, ChartValue, ElementChartElement, LabelPart } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { dashes, labelOf, measures, parts, places, shows, sides, trends, useChartChoices, type ChangeChart } from './choices';
import { NumberBlank, PickBlank } from './PickBlank';

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
      <LabelSentence labels={labels} onChange={setLabels} />
      {chart.values.map((value, i) => (
        <ValueSetting
          key={i}
          value={value}
          name={chart.values.length > 1 ? `Value ${i + 1}` : 'The value'}
          mixes={type?.mixes ?? false}
          kinds={types.filter((t) => t.mixes && t.id !== 'combined').map((t) => ({ value: t.id, label: t.words }))}
          onChange={(change) => setValue(i, change)}
        />
      ))}
      {type?.axes && (
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
      <SlicesSentence
        slices={chart.slices ?? {}}
        isPie={type?.slices ?? false}
        onChange={(change) => onChange({ slices: { ...chart.slices, ...change } })}
      />
    </Setting>
  );
}

const saysChoices = [
  { value: '', label: 'what suits' },
  ...['value', 'share', 'value, share', 'category, value', 'category, value, share', 'series, value'].map((v) => ({
    value: v,
    label: `its ${v
      .split(', ')
      .map((p) => labelOf(parts, p))
      .join(' and its ')}`,
  })),
];

function LabelSentence({ labels, onChange }: { labels: ChartLabels; onChange: (change: Partial<ChartLabels>) => void }) {
  return (
    <Sentence>
      Each mark wears{' '}
      <PickBlank
        label="Labels say"
        list={saysChoices}
        value={(labels.says ?? []).join(', ')}
        onPick={(v) => onChange({ says: v === '' ? [] : (v.split(', ') as LabelPart[]) })}
      />{' '}
      <PickBlank label="Place of labels" list={places} value={labels.place ?? 'automatic'} onPick={(place) => onChange({ place })} />,{' '}
      <PickBlank label="Labels shown" list={shows} value={labels.show ?? 'ifAllFit'} onPick={(show) => onChange({ show })} />.
    </Sentence>
  );
}

interface ValueProps {
  value: ChartValue;
  name: string;
  mixes: boolean;
  kinds: { value: string; label: string }[];
  onChange: (change: Partial<ChartValue>) => void;
}

function ValueSetting({ value, name, mixes, kinds, onChange }: ValueProps) {
  const trend = value.trend;
  const setDash = (dash: ChartValue['dash']) => onChange({ dash });
  const setTrend = (change: Partial<ChartTrend>) => onChange({ trend: { ...trend, ...change } });
  return (
    <>
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
            at <PickBlank label={`${name} at`} list={sides} value={value.axis ?? 'automatic'} onPick={(axis) => onChange({ axis })} />, its
            lines <PickBlank label={`${name} lines`} list={dashes} value={value.dash ?? 'solid'} onPick={setDash} /> and{' '}
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

function LineSentence({
  line,
  onChange,
  onRemove,
}: {
  line: ChartLine;
  onChange: (change: Partial<ChartLine>) => void;
  onRemove: () => void;
}) {
  return (
    <Sentence>
      {line.to ? 'A band from ' : 'A line at '}
      <Blank
        label="Line at"
        choices={measures}
        typed={line.at ?? ''}
        expression="group"
        typing="A number or an expression…"
        onPick={(v) => onChange(measures.some((m) => m.value === v) ? { at: null, measure: v as ChartLine['measure'] } : { at: v || null })}
      >
        {line.at ?? labelOf(measures, line.measure ?? 'average')}
      </Blank>{' '}
      <Blank
        label="Band to"
        choices={[{ value: '', label: 'alone' }]}
        typed={line.to ?? ''}
        expression="group"
        typing="To a number or an expression…"
        onPick={(to) => onChange({ to: to || null })}
      >
        {line.to ? `to ${line.to}` : 'alone'}
      </Blank>
      , called{' '}
      <Blank label="Name of the line" typed={line.name ?? ''} onPick={(name) => onChange({ name: name || null })}>
        {line.name || 'what it is'}
      </Blank>
      , <PickBlank label="Dash of the line" list={dashes} value={line.dash ?? 'dashed'} onPick={(dash) => onChange({ dash })} />, at{' '}
      <PickBlank
        label="Axis of the line"
        list={sides.slice(1)}
        value={line.right ? 'right' : 'left'}
        onPick={(v) => onChange({ right: v === 'right' })}
      />
      .{' '}
      <Button size="small" onClick={onRemove} aria-label="Remove the line">
        Remove
      </Button>
    </Sentence>
  );
}

function SlicesSentence({
  slices,
  isPie,
  onChange,
}: {
  slices: ChartSlices;
  isPie: boolean;
  onChange: (change: Partial<ChartSlices>) => void;
}) {
  const depth = (
    <PickBlank
      label="Depth"
      list={[
        { value: 'flat', label: 'flat' },
        { value: 'depth', label: 'with a side, which makes them harder to compare' },
      ]}
      value={slices.depth ? 'depth' : 'flat'}
      onPick={(v) => onChange({ depth: v === 'depth' })}
    />
  );
  const share = (value?: number | null) => (value == null ? null : Math.round(value * 100));
  if (!isPie)
    return (
      <Sentence>
        Between columns{' '}
        <NumberBlank
          label="Room between columns, per cent"
          value={share(slices.gap)}
          automatic="as much as usual"
          onPick={(v) => onChange({ gap: v === null ? null : Math.min(90, Math.max(0, v)) / 100 })}
        />{' '}
        {slices.gap != null && '% '}is left open; they are {depth}.
      </Sentence>
    );
  return (
    <Sentence>
      Slices begin at{' '}
      <NumberBlank
        label="First slice, degrees"
        value={slices.start || null}
        automatic="the top"
        onPick={(v) => onChange({ start: v ?? 0 })}
      />
      ; those below{' '}
      <NumberBlank
        label="Smallest slice, per cent"
        value={share(slices.smallest || null)}
        automatic="no share"
        onPick={(v) => onChange({ smallest: Math.min(50, Math.max(0, v ?? 0)) / 100 })}
      />{' '}
      {slices.smallest ? '% ' : ''}become one;{' '}
      <PickBlank
        label="Largest slice"
        list={[
          { value: 'in', label: 'none stands apart' },
          { value: 'apart', label: 'the largest stands apart' },
        ]}
        value={slices.largestApart ? 'apart' : 'in'}
        onPick={(v) => onChange({ largestApart: v === 'apart' })}
      />
      ; the hole is{' '}
      <NumberBlank
        label="Hole, per cent of the radius"
        value={share(slices.hole)}
        automatic="as usual"
        onPick={(v) => onChange({ hole: v === null ? null : Math.min(90, Math.max(0, v)) / 100 })}
      />
      {slices.hole != null && ' % of the radius'}; tilted by{' '}
      <NumberBlank
        label="Tilt, degrees"
        value={slices.tilt || null}
        automatic="nothing"
        onPick={(v) => onChange({ tilt: Math.min(60, Math.max(0, v ?? 0)) })}
      />
      {slices.tilt ? '°' : ''}, {depth}.
    </Sentence>
  );
}
