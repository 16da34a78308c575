import type { ReportDefinition, Section } from '../../api/generated';
import { caption } from '../../shell/caption';
import { offeredFields, words } from '../document/definition';
import { useFieldNames } from './useFieldNames';
import { useAggregates } from './useAggregates';
import { midSentence } from '../../shell/midSentence';

const simple = /^(\w+)\(([^()]+)\)$/i;

/** Totals over the rows of a section: those that are offered, how one is said, and what a field comes to. */
export function useTotals(definition: ReportDefinition, section: Section) {
  const written = useFieldNames();
  const aggregates = useAggregates();
  const fields = offeredFields(definition, section);
  const numbers = fields.filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  const offered = [
    { value: 'count(*)', label: 'number of rows' },
    ...(['sum', 'avg'] as const).flatMap((a) =>
      numbers.map((f) => ({
        value: `${a}(${written(f.name)})`,
        label: `${a === 'sum' ? 'sum' : 'average'} of ${midSentence(caption(f))}`,
      })),
    ),
  ];
  const spoken = (expression: string) => {
    const [, aggregate = '', argument = ''] = simple.exec(expression) ?? [];
    if (expression === 'count(*)') return 'number of rows';
    const noun = aggregates.find((a) => a.name === aggregate.toLowerCase())?.noun ?? aggregate;
    return aggregate ? `${noun} of ${words(definition, argument, section)}` : expression;
  };
  /** What a field that is dropped on a value comes to. */
  const totalOf = (name: string) => (numbers.some((f) => f.name === name) ? `sum(${written(name)})` : `count(DISTINCT ${written(name)})`);
  return { offered, spoken, totalOf };
}
