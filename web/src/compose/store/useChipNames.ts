import type { Section } from '../../api/generated';
import { caption } from '../../shell/caption';
import { useCompose } from './composeStore';
import { words } from '../document/definition';
import { patternWords } from '../document/patterns';
import { withPattern } from '../document/template';
import { useTotals } from './useAggregates';

const known: Record<string, string> = {
  'count(*)': 'number of rows',
  'page_number()': 'page number',
  'page_count()': 'number of pages',
  'group_name()': 'name of the group',
  'parameters()': 'all parameters',
  CURRENT_TIMESTAMP: 'date and time of the run',
  CURRENT_DATE: 'date of the run',
};

const total = /^(\w+)\(("(?:[^"]|"")+"|[\p{L}_][\p{L}\p{N}_]*)\)$/u;
const ofGroup = /^page_(number|count)\('([^']+)'\)$/;

/** What people read on a chip instead of an expression. */
export function useChipNames(section: Section): (value: string) => string {
  const definition = useCompose((s) => s.definition);
  const totals = useTotals();
  return (value) => {
    if (!definition) return value;
    const { expression, pattern } = withPattern(value);
    const made = total.exec(expression);
    const noun = made && totals.find((t) => t.name === made[1])?.noun;
    const paged = ofGroup.exec(expression);
    const parameter = definition.parameters?.find((p) => `:${p.name}` === expression);
    const name =
      known[expression] ??
      (paged && `${paged[1] === 'number' ? 'page within' : 'pages of'} ${paged[2].toLowerCase()}`) ??
      (parameter
        ? caption(parameter)
        : noun
          ? `${noun} of ${words(definition, made[2], section)}`
          : words(definition, expression, section));
    return pattern ? `${name}, as ${patternWords(pattern)}` : name;
  };
}
