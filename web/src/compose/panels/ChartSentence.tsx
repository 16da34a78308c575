import { useQuery } from '@tanstack/react-query';
import type { ChartTypeInfo, ChartValue, ElementChartElement, ReportDefinition, Section } from '../../api/generated';
import { listChartTypesOptions } from '../../api/generated/@tanstack/react-query.gen';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { caption } from '../../shell/caption';
import { useCompose } from '../composeStore';
import { offeredFields, words } from '../definition';
import { useFieldNames } from '../useFieldNames';
import { useAggregates } from './useAggregates';

const simple = /^(\w+)\(([^()]+)\)$/i;
const orders = [
  { value: 'category', label: 'in the order of their names' },
  { value: 'largestFirst', label: 'largest first' },
  { value: 'smallestFirst', label: 'smallest first' },
];
const arrangements = [
  { value: 'beside', label: 'beside one another' },
  { value: 'stacked', label: 'on top of one another' },
  { value: 'shares', label: 'on top of one another, as shares' },
];
const curves = [
  { value: 'straight', label: 'straight' },
  { value: 'smooth', label: 'smooth' },
  { value: 'steps', label: 'in steps' },
];

export const useChartTypes = (): ChartTypeInfo[] => useQuery({ ...listChartTypesOptions(), staleTime: Infinity }).data ?? [];

interface Props {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  /** The name of the group that the chart is drawn for; none for all rows. */
  group?: string;
  onChange: (change: Partial<ElementChartElement>) => void;
}

/** “Show the sum of passengers for each route, split by ticket class, as columns on top of one another, largest first.” */
export function ChartSentence({ chart, definition, section, group, onChange }: Props) {
  const written = useFieldNames();
  const aggregates = useAggregates();
  const types = useChartTypes();
  const unsuited = useCompose((s) => s.view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart.id)?.unsuited) ?? {};
  const fields = offeredFields(definition, section);
  const byField = fields.map((f) => ({ value: written(f.name), label: caption(f).toLowerCase() }));
  const type = types.find((t) => t.id === (chart.chart ?? 'columns'));
  const values = chart.values;
  const spoken = ({ expression }: ChartValue) => {
    const [, aggregate = '', argument = ''] = simple.exec(expression) ?? [];
    if (expression === 'count(*)') return 'number of rows';
    const noun = aggregates.find((a) => a.name === aggregate.toLowerCase())?.noun ?? aggregate;
    return aggregate ? `${noun} of ${words(definition, argument, section)}` : expression;
  };
  const numbers = fields.filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  const offered = [
    { value: 'count(*)', label: 'number of rows' },
    ...(['sum', 'avg'] as const).flatMap((a) =>
      numbers.map((f) => ({
        value: `${a}(${written(f.name)})`,
        label: `${a === 'sum' ? 'sum' : 'average'} of ${caption(f).toLowerCase()}`,
      })),
    ),
  ];
  const setValue = (at: number, expression: string) =>
    onChange({
      values: expression ? values.map((v, i) => (i === at ? { ...v, expression, name: null } : v)) : values.filter((_, i) => i !== at),
    });
  const several = values.length > 1 || chart.series;
  const rows = !group || chart.rows === 'all' ? 'every row of this report' : `the rows of each ${group}`;
  return (
    <Sentence>
      Show the{' '}
      {values.map((value, i) => (
        <span key={i}>
          {i > 0 && ' and the '}
          <Blank
            label={i === 0 ? 'Value' : `Value ${i + 1}`}
            expression="group"
            choices={values.length > 1 ? [...offered, { value: '', label: 'nothing: take it away' }] : offered}
            typed={value.expression}
            onPick={(expression) => setValue(i, expression)}
          >
            {spoken(value)}
          </Blank>
        </span>
      ))}{' '}
      <Blank
        label="Another value"
        expression="group"
        choices={offered}
        typed=""
        onPick={(expression) => expression && onChange({ values: [...values, { expression }] })}
      >
        and …
      </Blank>{' '}
      for each{' '}
      <Blank
        label="Category"
        choices={byField}
        typed={chart.category.by}
        onPick={(by) => by && onChange({ category: { ...chart.category, by, pattern: null } })}
      >
        {words(definition, chart.category.by, section)}
      </Blank>
      , {chart.series ? 'split by ' : ''}
      <Blank
        label="Series"
        choices={[...(chart.series ? [{ value: '', label: 'nothing: one series' }] : []), ...byField]}
        typed={chart.series?.by ?? ''}
        onPick={(by) => onChange({ series: by ? { by } : null })}
      >
        {chart.series ? words(definition, chart.series.by, section) : 'not split'}
      </Blank>
      , as{' '}
      <Blank
        label="Type of chart"
        choices={types.map((t) => ({ value: t.id, label: t.words, hint: unsuited[t.id] }))}
        onPick={(id) => onChange({ chart: id })}
      >
        {type?.words ?? chart.chart ?? 'columns'}
      </Blank>
      {type?.stacks && several && (
        <>
          {' '}
          <Blank
            label="Arrangement"
            choices={arrangements}
            onPick={(v) => onChange({ arrangement: v as ElementChartElement['arrangement'] })}
          >
            {arrangements.find((a) => a.value === (chart.arrangement ?? 'beside'))!.label}
          </Blank>
        </>
      )}
      {type?.bends && (
        <>
          ,{' '}
          <Blank label="Lines" choices={curves} onPick={(v) => onChange({ curve: v as ElementChartElement['curve'] })}>
            {curves.find((c) => c.value === (chart.curve ?? 'straight'))!.label}
          </Blank>
        </>
      )}
      ,{' '}
      <Blank
        label="Order of categories"
        choices={orders}
        onPick={(v) => onChange({ category: { ...chart.category, order: v as ElementChartElement['category']['order'] } })}
      >
        {orders.find((o) => o.value === (chart.category.order ?? 'category'))!.label}
      </Blank>
      , from{' '}
      {group ? (
        <Blank
          label="Rows drawn"
          choices={[
            { value: 'group', label: `the rows of each ${group}` },
            { value: 'all', label: 'every row of this report' },
          ]}
          tone={chart.rows === 'all' ? 'problem' : 'main'}
          onPick={(v) => onChange({ rows: v as ElementChartElement['rows'] })}
        >
          {rows}
        </Blank>
      ) : (
        <b>{rows}</b>
      )}
      .
    </Sentence>
  );
}
