import type { CategoryAxisSettings, ElementChartElement, ValueAxisSettings } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { units, type ChangeChart } from '../../document/choices';
import { NumberBlank, PickBlank } from '../parts/PickBlank';

const scales = [
  { value: 'even', label: 'with even steps' },
  { value: 'logarithmic', label: 'in powers of ten' },
];
const directions = [
  { value: 'usual', label: 'the usual way' },
  { value: 'reversed', label: 'the other way round' },
];
const grids = [
  { value: 'automatic', label: 'lines behind the marks where they help' },
  { value: 'true', label: 'lines behind the marks' },
  { value: 'false', label: 'no lines' },
];
const fits = [
  { value: 'round', label: 'round numbers around the values' },
  { value: 'close', label: 'closely around the values' },
];
const shown = [
  { value: 'shown', label: 'shown' },
  { value: 'hidden', label: 'hidden' },
];
const dateKinds = [
  { value: 'dates', label: 'at true distances' },
  { value: 'names', label: 'as names, without gaps' },
];

const lines = [
  { value: 'none', label: 'no lines' },
  { value: 'lines', label: 'lines between the categories' },
];

/** The axis of names or dates, in a sentence. */
export function CategoryAxisSentence({ chart, onChange }: { chart: ElementChartElement; onChange: ChangeChart }) {
  const category = chart.axes?.category ?? {};
  const set = (change: Partial<CategoryAxisSettings>) => onChange({ axes: { ...chart.axes, category: { ...category, ...change } } });
  return (
    <>
      <Sentence>
        The category axis goes{' '}
        <PickBlank
          label="Direction of categories"
          list={directions}
          value={category.reversed ? 'reversed' : 'usual'}
          onPick={(v) => set({ reversed: v === 'reversed' })}
        />
        , is{' '}
        <PickBlank
          label="Category axis shown"
          list={shown}
          value={category.hidden ? 'hidden' : 'shown'}
          onPick={(v) => set({ hidden: v === 'hidden' })}
        />
        , has dates{' '}
        <PickBlank
          label="Dates on the axis"
          list={dateKinds}
          value={category.asNames ? 'names' : 'dates'}
          onPick={(v) => set({ asNames: v === 'names' })}
        />{' '}
        and{' '}
        <PickBlank
          label="Lines between categories"
          list={lines}
          value={category.grid ? 'lines' : 'none'}
          onPick={(v) => set({ grid: v === 'lines' })}
        />
        . Its labels are turned{' '}
        <NumberBlank
          label="Angle of labels"
          value={category.angle}
          automatic="only if they need to be"
          written={(n) => `by ${n}°`}
          onPick={(n) => set({ angle: n === null ? null : Math.min(90, Math.max(-90, n)) })}
        />
        .
      </Sentence>
      <TextSetting
        label="Pattern of categories"
        value={chart.category.pattern ?? ''}
        placeholder="the usual one"
        onCommit={(v) => onChange({ category: { ...chart.category, pattern: v || null } })}
      />
    </>
  );
}

/** An axis of numbers, in a sentence. */
export function AxisSentence({
  name,
  axis,
  onChange,
}: {
  name: string;
  axis: ValueAxisSettings;
  onChange: (change: ValueAxisSettings) => void;
}) {
  const label = (what: string) => `${what} of the ${name} axis`;
  return (
    <>
      <Sentence>
        The {name} axis runs from{' '}
        <NumberBlank label={label('Start')} value={axis.from} automatic="what fits" onPick={(from) => onChange({ from })} /> to{' '}
        <NumberBlank label={label('End')} value={axis.to} automatic="what fits" onPick={(to) => onChange({ to })} />, with{' '}
        <PickBlank
          label={label('Fit')}
          list={fits}
          value={axis.close ? 'close' : 'round'}
          onPick={(v) => onChange({ close: v === 'close' })}
        />
        , divided into{' '}
        <NumberBlank
          label={label('Divisions')}
          value={axis.divisions}
          automatic="steps that fit"
          onPick={(divisions) => onChange({ divisions: divisions === null ? null : Math.round(divisions) })}
        />
        ,{' '}
        <PickBlank
          label={label('Scale')}
          list={scales}
          value={axis.logarithmic ? 'logarithmic' : 'even'}
          onPick={(v) => onChange({ logarithmic: v === 'logarithmic' })}
        />
        , written in <PickBlank label={label('Unit')} list={units} value={axis.unit ?? 'automatic'} onPick={(unit) => onChange({ unit })} />
        , with{' '}
        <PickBlank
          label={label('Grid')}
          list={grids}
          value={axis.grid == null ? 'automatic' : String(axis.grid)}
          onPick={(v) => onChange({ grid: v === 'automatic' ? null : v === 'true' })}
        />
        . It goes{' '}
        <PickBlank
          label={label('Direction')}
          list={directions}
          value={axis.reversed ? 'reversed' : 'usual'}
          onPick={(v) => onChange({ reversed: v === 'reversed' })}
        />{' '}
        and is{' '}
        <PickBlank
          label={label('Shown')}
          list={shown}
          value={axis.hidden ? 'hidden' : 'shown'}
          onPick={(v) => onChange({ hidden: v === 'hidden' })}
        />
        .
      </Sentence>
      <TextSetting
        label={`Pattern of numbers, ${name} axis`}
        value={axis.pattern ?? ''}
        placeholder="a short one that fits"
        onCommit={(v) => onChange({ pattern: v || null })}
      />
    </>
  );
}
