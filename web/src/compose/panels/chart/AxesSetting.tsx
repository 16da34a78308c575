import type { ChartAxes, ElementChartElement, ValueAxisSettings } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { units, useChartChoices, type ChangeChart } from './choices';
import { NumberBlank, PickBlank } from './PickBlank';

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

/** Ranges, steps and units of the axes, in sentences. */
export function AxesSetting({ chart, wanted, onChange }: { chart: ElementChartElement; wanted: boolean; onChange: ChangeChart }) {
  const type = useChartChoices().types.find((t) => t.id === (chart.chart ?? 'columns'));
  const axes = chart.axes ?? {};
  const category = axes.category ?? {};
  const set = (change: Partial<ChartAxes>) => onChange({ axes: { ...axes, ...change } });
  const isScatter = type?.axes === true && !type.categoryAxis && type.values > 1;
  const hasRight = isScatter || (type?.categoryAxis !== false && chart.values.length > 1);
  const isSet = (axis?: ValueAxisSettings) => axis && Object.values(axis).some((v) => v !== null && v !== false && v !== 'automatic');
  const summary = [isSet(axes.left) && 'left', isSet(axes.right) && 'right', category.reversed && 'reversed'].filter(Boolean);
  return (
    <Setting name="Axes" summary={summary.length ? `${summary.join(', ')} as set` : 'made to fit'} wanted={wanted}>
      {type?.axes !== false && (
        <AxisSentence name="left" axis={axes.left ?? {}} onChange={(left) => set({ left: { ...axes.left, ...left } })} />
      )}
      {hasRight && type?.axes !== false && (
        <AxisSentence
          name={isScatter ? 'lower' : 'right'}
          axis={axes.right ?? {}}
          onChange={(right) => set({ right: { ...axes.right, ...right } })}
        />
      )}
      {type?.categoryAxis !== false && (
        <Sentence>
          The category axis goes{' '}
          <PickBlank
            label="Direction of categories"
            list={directions}
            value={category.reversed ? 'reversed' : 'usual'}
            onPick={(v) => set({ category: { ...category, reversed: v === 'reversed' } })}
          />
          , is{' '}
          <PickBlank
            label="Category axis shown"
            list={shown}
            value={category.hidden ? 'hidden' : 'shown'}
            onPick={(v) => set({ category: { ...category, hidden: v === 'hidden' } })}
          />
          , and has dates{' '}
          <PickBlank
            label="Dates on the axis"
            list={dateKinds}
            value={category.asNames ? 'names' : 'dates'}
            onPick={(v) => set({ category: { ...category, asNames: v === 'names' } })}
          />
          .
        </Sentence>
      )}
      <TextSetting
        label="Pattern of categories"
        value={chart.category.pattern ?? ''}
        placeholder="the usual one"
        onCommit={(v) => onChange({ category: { ...chart.category, pattern: v || null } })}
      />
    </Setting>
  );
}

function AxisSentence({ name, axis, onChange }: { name: string; axis: ValueAxisSettings; onChange: (change: ValueAxisSettings) => void }) {
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
