import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import type { Placed } from '../../document/definition';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { WhenSetting } from '../parts/WhenSetting';

/** A horizontal rule. */
export function LinePanel({ placed: { element: line } }: { placed: Placed }) {
  const { setElement } = useCompose('setElement');
  if (line.type !== 'line') return null;
  return (
    <>
      <PanelHead>Rule</PanelHead>
      <Sentence>Draw a rule across the band.</Sentence>
      <WhenSetting element={line} />
      <PlaceSetting element={line} />
      <TextSetting
        label="Thickness, points"
        value={String(line.thickness ?? 0.75)}
        onCommit={(v) => {
          const thickness = Number(v.replace(',', '.'));
          if (thickness > 0 && thickness < 20) void setElement(line.id, { thickness } as Partial<typeof line>);
        }}
      />
      <RemoveButton ids={[line.id]}>Remove the rule</RemoveButton>
    </>
  );
}
