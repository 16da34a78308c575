import type { ChartAxes, ElementChartElement, ValueAxisSettings } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { AxisSentence, CategoryAxisSentence } from './AxisSentences';
import { useChartChoices, type ChangeChart } from '../../document/choices';
import { PickBlank } from '../parts/PickBlank';

const zeros = [
  { value: 'apart', label: 'where their numbers put them' },
  { value: 'together', label: 'at one height' },
];

/** Ranges, steps and units of the axes, in sentences. */
export function AxesSetting({ chart, onChange }: { chart: ElementChartElement; onChange: ChangeChart }) {
  const type = useChartChoices().types.find((t) => t.id === (chart.chart ?? 'columns'));
  const axes = chart.axes ?? {};
  const category = axes.category ?? {};
  const set = (change: Partial<ChartAxes>) => onChange({ axes: { ...axes, ...change } });
  const isScatter = type?.axes === true && !type.categoryAxis && type.values > 1;
  const hasRight = isScatter || (type?.categoryAxis !== false && chart.values.length > 1);
  const isSet = (axis?: ValueAxisSettings) => axis && Object.values(axis).some((v) => v !== null && v !== false && v !== 'automatic');
  const summary = [isSet(axes.left) && 'left', isSet(axes.right) && 'right', category.reversed && 'reversed'].filter(Boolean);
  return (
    <Setting name="Axes" summary={summary.length ? `${summary.join(', ')} as set` : 'made to fit'}>
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
      {hasRight && !isScatter && type?.axes !== false && (
        <Sentence>
          The zeros of both axes stand{' '}
          <PickBlank
            label="Zeros of the axes"
            list={zeros}
            value={axes.zeroTogether ? 'together' : 'apart'}
            onPick={(v) => set({ zeroTogether: v === 'together' })}
          />
          .
        </Sentence>
      )}
      {type?.categoryAxis !== false && <CategoryAxisSentence chart={chart} onChange={onChange} />}
    </Setting>
  );
}
