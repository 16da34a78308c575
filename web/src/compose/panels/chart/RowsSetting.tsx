import type { ChartCategory, ElementChartElement, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { words } from '../../document/definition';
import { useDivisions } from './ChartSentence';
import { useChartChoices, type ChangeChart } from '../../document/choices';
import { GroupsSetting } from '../parts/GroupsSetting';
import { NumberBlank } from '../parts/PickBlank';

/** Which rows and categories are drawn. */
export function RowsSetting({
  chart,
  definition,
  section,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  section: Section;
  onChange: ChangeChart;
}) {
  const divisions = useDivisions(definition, section);
  const type = useChartChoices().types.find((t) => t.id === (chart.chart ?? 'columns'));
  const { category } = chart;
  const set = (change: Partial<ChartCategory>) => onChange({ category: { ...category, ...change } });
  const number = (text: string) => (Number(text) > 0 ? Number(text) : undefined);
  const summary = [
    chart.filter && 'some rows',
    category.largest && `the ${category.largest} largest`,
    category.keep && 'on a condition',
    category.groups && 'in named groups',
    category.within && 'nested',
    category.leaveEmpty && 'no empties',
    (category.ranges || type?.ranges) && 'in ranges',
  ].filter(Boolean);
  return (
    <Setting name="Rows and categories" summary={summary.join(', ') || 'all of them'}>
      <Sentence>
        Draw{' '}
        <Blank
          label="Rows that are drawn"
          choices={[{ value: '', label: 'every row' }]}
          typed={chart.filter ?? ''}
          expression="row"
          typing="Rows where…"
          onPick={(filter) => onChange({ filter: filter || null })}
        >
          {chart.filter ? `rows where ${chart.filter}` : 'every row'}
        </Blank>
        , and of the categories{' '}
        <Blank
          label="How many categories"
          choices={[{ value: '', label: 'all of them' }, ...[5, 10, 20].map((n) => ({ value: String(n), label: `the ${n} largest` }))]}
          typed={category.largest ? String(category.largest) : ''}
          typing="Another number…"
          onPick={(text) => set({ largest: text === '' ? null : (number(text) ?? category.largest) })}
        >
          {category.largest ? `the ${category.largest} largest` : 'all of them'}
        </Blank>
        {category.largest ? ', the others together as one' : ''},{' '}
        <Blank
          label="Condition for categories"
          choices={[{ value: '', label: 'whatever their total' }]}
          typed={category.keep ?? `${chart.values[0].expression} > 0`}
          expression="group"
          typing="Only where…"
          onPick={(keep) => set({ keep: keep || null })}
        >
          {category.keep ? `only where ${category.keep}` : 'whatever their total'}
        </Blank>
        ,{' '}
        <Blank
          label="Rows without a category"
          choices={[
            { value: '', label: 'those without a name too' },
            { value: 'leave', label: 'but none without a name' },
          ]}
          onPick={(v) => set({ leaveEmpty: v === 'leave' })}
        >
          {category.leaveEmpty ? 'but none without a name' : 'those without a name too'}
        </Blank>
        . They are large or small by{' '}
        <Blank
          label="What makes categories large"
          choices={[
            { value: '', label: 'the first value' },
            ...chart.values.slice(1).map((v) => ({ value: v.expression, label: v.expression })),
          ]}
          typed={category.measured ?? chart.values[0].expression}
          expression="group"
          typing="Another total…"
          onPick={(measured) => set({ measured: measured || null })}
        >
          {category.measured ?? 'the first value'}
        </Blank>
        . They lie{' '}
        <Blank
          label="Outer category"
          choices={[{ value: '', label: 'in one row' }, ...divisions.map((d) => ({ value: d.value, label: `within each ${d.label}` }))]}
          typed={category.within ?? ''}
          expression="row"
          onPick={(within) => set({ within: within || null })}
        >
          {category.within
            ? `within each ${divisions.find((d) => d.value === category.within)?.label ?? words(definition, category.within, section)}`
            : 'in one row'}
        </Blank>
        .
      </Sentence>
      {(type?.ranges || category.ranges) && (
        <Sentence>
          Ranges are{' '}
          <NumberBlank
            label="Width of ranges"
            value={category.ranges?.width}
            automatic="as wide as suits"
            onPick={(width) => set({ ranges: { ...category.ranges, width, count: null } })}
          />{' '}
          wide, and there are{' '}
          <NumberBlank
            label="Number of ranges"
            value={category.ranges?.count}
            automatic="as many as it takes"
            onPick={(count) => set({ ranges: { ...category.ranges, count, width: null } })}
          />
          .
        </Sentence>
      )}
      <GroupsSetting groups={category.groups ?? undefined} onChange={(groups) => set({ groups })} />
      {category.order === 'own' && (
        <TextSetting
          label="Own order of labels, one a line"
          value={(category.sequence ?? []).join('\n')}
          placeholder={'West Firth\nNorthern Isles'}
          multiline
          onCommit={(text) =>
            set({
              sequence: text
                .split('\n')
                .map((t) => t.trim())
                .filter(Boolean),
            })
          }
        />
      )}
      {category.largest != null && (
        <TextSetting
          label="Name of the others"
          value={category.others ?? ''}
          placeholder="Others"
          onCommit={(others) => set({ others: others || null })}
        />
      )}
      {chart.chart === 'waterfall' && (
        <TextSetting
          label="Sums so far after these categories, with commas"
          value={(category.subtotals ?? []).join(', ')}
          placeholder="none but the one at the end"
          onCommit={(text) =>
            set({
              subtotals: text
                .split(',')
                .map((t) => t.trim())
                .filter(Boolean),
            })
          }
        />
      )}
    </Setting>
  );
}
