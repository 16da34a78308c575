import type { Element, StyleRule } from '../../../api/generated';
import { Setting } from '../../../sentence/Setting';
import { count } from '../../../shell/count';
import { useCompose } from '../../store/composeStore';
import { findColumn } from '../../document/definition';
import { ConditionBlanks } from './ConditionBlanks';
import { RuleList } from './RuleList';

/** Conditions under which a text looks different. */
export function RulesSetting({
  element,
  rules,
  onChange,
}: {
  element: Element;
  rules: StyleRule[];
  onChange: (rules: StyleRule[]) => void;
}) {
  const definition = useCompose((s) => s.definition);
  const own = definition && findColumn(definition, element.column)?.expression;
  const isTotal = element.type === 'total';
  const first = own && !isTotal ? `${own} < 0` : own ? `sum(${own}) < 0` : 'count(*) = 0';
  return (
    <Setting name="Looks under conditions" summary={rules.length === 0 ? 'none' : count(rules.length, 'condition')}>
      <RuleList
        rules={rules}
        first={first}
        condition={(rule, set) => <ConditionBlanks condition={rule.when} onChange={set} />}
        onChange={onChange}
      />
    </Setting>
  );
}
