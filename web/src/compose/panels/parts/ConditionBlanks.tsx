import { Blank } from '../../../sentence/Blank';
import { caption } from '../../../shell/caption';
import { useActiveSection } from '../../store/activeSection';
import { useCompose } from '../../store/composeStore';
import { offeredFields, words } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { operators, plainCondition, plainValue, writtenCondition, writtenValue } from '../../document/conditions';
import { useConditionExample } from '../../store/useConditionExample';
import { midSentence } from '../../../shell/midSentence';

/** A condition as three blanks, “delay is more than 30”, or as one expression where it is more than that. */
export function ConditionBlanks({ condition, onChange }: { condition: string; onChange: (condition: string) => void }) {
  const example = useConditionExample();
  const definition = useCompose((s) => s.definition);
  const section = useActiveSection();
  const written = useFieldNames();
  const plain = plainCondition(condition);
  if (!definition || !section) return null;
  const take = (text: string) => text.trim() && onChange(text.trim());
  if (!plain)
    return (
      <Blank label="Condition" example={example} expression="group" typed={condition} onPick={take}>
        {condition}
      </Blank>
    );
  const change = (part: Partial<typeof plain>) => onChange(writtenCondition({ ...plain, ...part }));
  const fields = offeredFields(definition, section);
  return (
    <>
      <Blank
        label="What is compared"
        example={example}
        expression="group"
        typed={condition}
        typing="Write the whole condition…"
        choices={fields.map((f) => ({ value: written(f.name), label: midSentence(caption(f)) }))}
        onPick={(picked) => (fields.some((f) => written(f.name) === picked) ? change({ subject: picked }) : take(picked))}
      >
        {words(definition, plain.subject, section)}
      </Blank>{' '}
      <Blank label="How it is compared" choices={operators} onPick={(operator) => change({ operator })}>
        {operators.find((o) => o.value === plain.operator)?.label ?? plain.operator}
      </Blank>
      {!plain.operator.startsWith('IS') && (
        <>
          {' '}
          <Blank label="With what" typed={plainValue(plain.value)} onPick={(value) => change({ value: writtenValue(value) })}>
            {plainValue(plain.value) || '…'}
          </Blank>
        </>
      )}
    </>
  );
}
