import type { ReactNode } from 'react';
import type { ElementChartElement, Field, ReportDefinition, Section } from '../../../api/generated';
import { Blank, type Choice } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { caption } from '../../../shell/caption';
import { useCompose } from '../../composeStore';
import { offeredFields, words } from '../../definition';
import { useFieldNames } from '../../useFieldNames';
import { ValueBlanks, withValue } from '../ValueBlanks';
import { arrangements, curves, orders, useChartChoices, type ChangeChart } from './choices';
import { FieldTarget } from './FieldTarget';
import { PickBlank } from './PickBlank';
import { TypePicker } from './TypePicker';
import { midSentence } from '../../../shell/midSentence';

const periods = ['year', 'quarter', 'month', 'week', 'day'];
const isTime = (field: Field) => field.type === 'date' || field.type === 'dateTime';

interface Props {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  /** Where the rows come from, in words. */
  source: ReactNode;
  onChange: ChangeChart;
}

/** What rows can be divided by: fields, and the periods of dates. */
export function useDivisions(definition: ReportDefinition, section: Section): Choice[] {
  const written = useFieldNames();
  return offeredFields(definition, section).flatMap((field) => [
    { value: written(field.name), label: midSentence(caption(field)) },
    ...(isTime(field)
      ? periods.map((p) => ({ value: `date_trunc('${p}', ${written(field.name)})`, label: `${p} of ${midSentence(caption(field))}` }))
      : []),
  ]);
}

/** “Show the sum of passengers for each route, split by ticket class, as columns on top of one another, largest first.” */
export function ChartSentence({ chart, definition, section, source, onChange }: Props) {
  const written = useFieldNames();
  const { types } = useChartChoices();
  const named = useCompose((s) => s.view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart.id)?.words);
  const divisions = useDivisions(definition, section);
  const type = types.find((t) => t.id === (chart.chart ?? 'columns'));
  const values = chart.values;
  /** The words of what rows are divided by: as offered, as the server names it, or as it is written. */
  const divided = (expression: string, name?: string | null) =>
    divisions.find((d) => d.value === expression)?.label ??
    (words(definition, expression, section) !== expression ? words(definition, expression, section) : (name ?? expression));
  const several = values.length > 1 || chart.series;
  const everyOne = { value: "'All'", label: 'all rows together' };
  return (
    <Sentence>
      Show the{' '}
      <ValueBlanks
        values={values}
        definition={definition}
        section={section}
        onChange={(at, expression) => onChange({ values: withValue(values, at, expression) })}
        onAdd={(expression) => onChange({ values: [...values, { expression }] })}
      />{' '}
      for {chart.category.by === everyOne.value ? '' : 'each '}
      <FieldTarget onField={(name) => onChange({ category: { ...chart.category, by: written(name), pattern: null } })}>
        <Blank
          label="Category"
          choices={[...divisions, everyOne]}
          expression="row"
          typed={chart.category.by}
          onPick={(by) => by && onChange({ category: { ...chart.category, by, pattern: null } })}
        >
          {chart.category.by === everyOne.value ? everyOne.label : divided(chart.category.by, named?.category)}
        </Blank>
      </FieldTarget>
      , {chart.series ? 'split by ' : ''}
      <FieldTarget onField={(name) => onChange({ series: { by: written(name) } })}>
        <Blank
          label="Series"
          choices={[...(chart.series ? [{ value: '', label: 'nothing: one series' }] : []), ...divisions]}
          expression="row"
          typed={chart.series?.by ?? ''}
          onPick={(by) => onChange({ series: by ? { by } : null })}
        >
          {chart.series ? divided(chart.series.by, named?.series) : 'not split'}
        </Blank>
      </FieldTarget>
      {chart.series && (
        <>
          {' '}
          (
          <Blank
            label="Swap"
            choices={[
              { value: 'swap', label: `swap: each ${divided(chart.series.by, named?.series)}, split by ${divided(chart.category.by)}` },
            ]}
            onPick={() =>
              onChange({ category: { ...chart.category, by: chart.series!.by, pattern: null }, series: { by: chart.category.by } })
            }
          >
            swap
          </Blank>
          )
        </>
      )}
      , as <TypePicker chart={chart.id} value={chart.chart ?? 'columns'} onPick={(id) => onChange({ chart: id })} />
      {several && (type?.stacks || type) && (
        <>
          {' '}
          <PickBlank
            label="Arrangement"
            list={type?.stacks ? arrangements : arrangements.filter((a) => a.value === 'beside' || a.value === 'apart')}
            value={chart.arrangement ?? 'beside'}
            onPick={(arrangement) => onChange({ arrangement })}
          />
        </>
      )}
      {type?.bends && (
        <>
          , <PickBlank label="Lines" list={curves} value={chart.curve ?? 'straight'} onPick={(curve) => onChange({ curve })} />
        </>
      )}
      ,{' '}
      <PickBlank
        label="Order of categories"
        list={orders}
        value={chart.category.order ?? 'category'}
        onPick={(order) => onChange({ category: { ...chart.category, order } })}
      />
      , {source}.
    </Sentence>
  );
}
