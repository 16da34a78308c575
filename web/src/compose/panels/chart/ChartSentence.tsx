import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { ElementChartElement, Field, ReportDefinition, Section } from '../../../api/generated';
import { Blank, type Choice } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { fieldsOf, offeredFields, words } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { groupings } from '../../document/levelChoices';
import { ValueBlanks, withValue } from '../parts/ValueBlanks';
import { arrangements, curves, orders, useChartChoices, type ChangeChart } from '../../document/choices';
import { FieldTarget } from '../parts/FieldTarget';
import { PickBlank } from '../parts/PickBlank';
import { TypePicker } from './TypePicker';

interface Props {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  /** Where the rows come from, in words. */
  source: ReactNode;
  onChange: ChangeChart;
}

/** What rows can be divided by: fields, the periods and parts of dates, ranges of numbers. */
export function useDivisions(definition: ReportDefinition, section: Section): (Choice & { pattern: string | null })[] {
  const written = useFieldNames();
  return groupings(offeredFields(definition, section), written, definition.fiscalYearStart).map(({ by, label, hint, pattern }) => ({
    value: by,
    label,
    hint,
    // Periods get what fits on an axis; names of months and weekdays are short there.
    pattern: by.startsWith('EXTRACT(') && pattern ? pattern.slice(0, 3) : null,
  }));
}

/** A field as a category: dates begin by the month. */
const divisionOf = (name: string, field?: Field) =>
  field?.type === 'date' || field?.type === 'dateTime' ? `date_trunc('month', ${name})` : name;

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
  const patternOf = (by: string) => divisions.find((d) => d.value === by)?.pattern ?? null;
  const divide = (by: string) => onChange({ category: { ...chart.category, by, pattern: patternOf(by) } });
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
      <FieldTarget
        onField={(name) =>
          divide(
            divisionOf(
              written(name),
              fieldsOf(definition, section).find((f) => f.name === name),
            ),
          )
        }
      >
        <Blank
          label="Category"
          choices={[...divisions, everyOne]}
          expression="row"
          typed={chart.category.by}
          onPick={(by) => by && divide(by)}
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
          onPick={(by) => onChange({ series: by ? { by, pattern: patternOf(by) } : null })}
        >
          {chart.series ? divided(chart.series.by, named?.series) : 'not split'}
        </Blank>
      </FieldTarget>
      {chart.series && (
        <>
          {' '}
          <Button
            size="small"
            variant="outlined"
            title={`Each ${divided(chart.series.by, named?.series)}, split by ${divided(chart.category.by)}`}
            onClick={() =>
              onChange({
                category: { ...chart.category, by: chart.series!.by, pattern: chart.series!.pattern },
                series: { by: chart.category.by, pattern: chart.category.pattern },
              })
            }
          >
            Swap
          </Button>
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
