import type { Element } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';

/** Whether an element is printed: always, or where a condition holds. */
export function WhenSetting({ element }: { element: Element }) {
  const { setElement } = useCompose('setElement');
  return (
    <Sentence>
      It is printed <WhenBlank when={element.when} onPick={(when) => void setElement(element.id, { when })} />.
    </Sentence>
  );
}

/** The blank of a condition over the row, or over the totals of the group. */
export function WhenBlank({ when, onPick }: { when?: string | null; onPick: (when: string | null) => void }) {
  return (
    <Blank
      label="Printed when"
      expression="group"
      typed={when ?? ''}
      typing="Only where a condition holds…"
      choices={[{ value: '', label: 'always' }]}
      onPick={(text) => onPick(text.trim() || null)}
    >
      {when ? `where ${when}` : 'always'}
    </Blank>
  );
}
