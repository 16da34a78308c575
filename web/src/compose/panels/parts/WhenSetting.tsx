import type { Element } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { findElement } from '../../document/definition';
import { useConditionExample } from '../../store/useConditionExample';

/** Whether an element is printed: always, or where a condition holds. */
export function WhenSetting({ element }: { element: Element }) {
  const { definition, setElement } = useCompose('definition', 'setElement');
  const band = definition && findElement(definition, element.id)?.band;
  return (
    <Sentence>
      It is printed{' '}
      <WhenBlank
        when={element.when}
        onPages={band === 'pageHeader' || band === 'pageFooter'}
        onPick={(when) => void setElement(element.id, { when })}
      />
      .
    </Sentence>
  );
}

/** On which pages something is printed. */
export const pageConditions = [
  { when: 'page_number() = 1', label: 'on the first page only' },
  { when: 'page_number() > 1', label: 'on all pages but the first' },
  { when: 'page_number() % 2 = 1', label: 'on odd pages' },
  { when: 'page_number() % 2 = 0', label: 'on even pages' },
];

/** The blank of a condition over the row, or over the totals of the group. */
export function WhenBlank({
  when,
  onPages = false,
  onPick,
}: {
  when?: string | null;
  /** True in headers and footers of pages, which know their number. */
  onPages?: boolean;
  onPick: (when: string | null) => void;
}) {
  const example = useConditionExample();
  return (
    <Blank
      label="Printed when"
      example={example}
      expression="group"
      typed={when ?? ''}
      typing="Only where a condition holds…"
      choices={[{ value: '', label: 'always' }, ...(onPages ? pageConditions.map((c) => ({ value: c.when, label: c.label })) : [])]}
      onPick={(text) => onPick(text.trim() || null)}
    >
      {when ? (pageConditions.find((c) => c.when === when)?.label ?? `where ${when}`) : 'always'}
    </Blank>
  );
}
