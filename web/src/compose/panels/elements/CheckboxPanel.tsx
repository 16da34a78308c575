import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { caption } from '../../../shell/caption';
import { useCompose } from '../../store/composeStore';
import { offeredFields, type Placed } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { StyleSetting } from '../parts/StyleSetting';
import { WhenSetting } from '../parts/WhenSetting';
import { midSentence } from '../../../shell/midSentence';

/** A box that is ticked by a condition. */
export function CheckboxPanel({ placed }: { placed: Placed }) {
  const { element: box, section } = placed;
  const { definition, setElement } = useCompose('definition', 'setElement');
  const written = useFieldNames();
  if (!definition || box.type !== 'checkbox') return null;
  const set = (change: Partial<typeof box>) => void setElement(box.id, change as Partial<typeof box>);
  const flags = offeredFields(definition, section).filter((f) => f.type === 'bool');
  return (
    <>
      <PanelHead>Checkbox</PanelHead>
      <Sentence>
        Tick it where{' '}
        <Blank
          label="Ticked where"
          expression="group"
          typed={box.checked}
          typing="A condition holds…"
          choices={flags.map((f) => ({ value: written(f.name), label: midSentence(caption(f)) }))}
          onPick={(checked) => checked.trim() && set({ checked })}
        >
          {box.checked}
        </Blank>
        ; where it does not hold,{' '}
        <Blank
          label="Elsewhere"
          choices={[
            { value: '', label: 'leave it empty' },
            { value: 'cross', label: 'cross it' },
          ]}
          onPick={(v) => set({ crossed: v === 'cross' })}
        >
          {box.crossed ? 'cross it' : 'leave it empty'}
        </Blank>
        .
      </Sentence>
      <LinkSentence placed={placed} />
      <WhenSetting element={box} />
      <PlaceSetting element={box} />
      <StyleSetting element={box} />
      <RemoveButton ids={[box.id]}>Remove the checkbox</RemoveButton>
    </>
  );
}
