import type { ElementChartElement, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { allElements } from '../../document/definition';
import { fieldsOf, isCrosstab } from '../../document/fields';
import { arrangements, useChartChoices, type ChangeChart } from '../../document/choices';
import { PickBlank } from '../parts/PickBlank';
import { TypePicker } from './TypePicker';
import { midSentence } from '../../../shell/midSentence';

const followed = (chart: ElementChartElement, definition: ReportDefinition) =>
  allElements(definition)
    .map((p) => p.element)
    .filter(isCrosstab)
    .find((c) => c.id === chart.follows?.crosstab);

/** Whether its links are those of the crosstab that it follows. */
export const followsLink = (chart: ElementChartElement, definition: ReportDefinition) => Boolean(followed(chart, definition)?.link);

/** “It draws what the crosstab of region and month counts, with its columns along the axis, as lines.” */
export function FollowSentence({
  chart,
  definition,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  onChange: ChangeChart;
}) {
  const { select } = useCompose('select');
  const type = useChartChoices().types.find((t) => t.id === (chart.chart ?? 'columns'));
  const crosstab = followed(chart, definition);
  const name = crosstab
    ? `the crosstab of ${fieldsOf(crosstab)
        .map((f) => midSentence(f.name))
        .join(' and ')}`
    : 'a crosstab that is gone';
  return (
    <Sentence>
      It draws what{' '}
      <Blank
        label="What it follows"
        tone={crosstab ? 'main' : 'problem'}
        choices={[
          ...(crosstab ? [{ value: 'go', label: 'go to the crosstab' }] : []),
          { value: 'loose', label: 'cut it loose', hint: 'it stays as it is, and is changed by itself' },
        ]}
        onPick={(v) => (v === 'loose' ? onChange({ follows: null }) : select({ kind: 'element', id: crosstab!.id }))}
      >
        {name}
      </Blank>{' '}
      counts, with its{' '}
      <PickBlank
        label="Along the axis"
        list={[
          { value: 'columns', label: 'columns along the axis and its rows as series' },
          { value: 'rows', label: 'rows along the axis and its columns as series' },
        ]}
        value={chart.follows?.swapped ? 'rows' : 'columns'}
        onPick={(v) => onChange({ follows: { ...chart.follows!, swapped: v === 'rows' } })}
      />
      , as <TypePicker chart={chart.id} value={chart.chart ?? 'columns'} onPick={(id) => onChange({ chart: id })} />
      {type && (chart.series || chart.values.length > 1) && (
        <>
          {' '}
          <PickBlank
            label="Arrangement"
            list={type.stacks ? arrangements : arrangements.filter((a) => a.value === 'beside' || a.value === 'apart')}
            value={chart.arrangement ?? 'beside'}
            onPick={(arrangement) => onChange({ arrangement })}
          />
        </>
      )}
      . {crosstab?.link && 'Its marks lead where the cells do.'}
    </Sentence>
  );
}
