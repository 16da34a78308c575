import { ColourBlank } from '../../../sentence/ColourBlank';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import type { Placed } from '../../document/definition';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { WhenSetting } from '../parts/WhenSetting';

const points = (text: string) => Number(text.replace(',', '.').replace('pt', ''));

/** A rectangle behind other elements. */
export function BoxPanel({ placed }: { placed: Placed }) {
  const { element: box } = placed;
  const { setElement } = useCompose('setElement');
  if (box.type !== 'box') return null;
  const set = (change: Partial<typeof box>) => void setElement(box.id, change as Partial<typeof box>);
  return (
    <>
      <PanelHead>Box</PanelHead>
      <Sentence>
        Behind what stands here draw a box, filled with{' '}
        <ColourBlank label="Filled with" value={box.fill} none="nothing" onPick={(fill) => set({ fill })} />, its edge{' '}
        <ColourBlank label="Edge" value={box.edge} none="not drawn" onPick={(edge) => set({ edge })} />
        {box.edge && (
          <>
            ,{' '}
            <Blank
              label="Thickness"
              choices={['0.5', '0.75', '1', '2', '4'].map((n) => ({ value: n, label: `${n} pt thick` }))}
              typed={String(box.thickness ?? 0.75)}
              onPick={(v) => points(v) >= 0 && points(v) <= 100 && set({ thickness: points(v) })}
            >
              {`${box.thickness ?? 0.75} pt thick`}
            </Blank>
          </>
        )}
        , with{' '}
        <Blank
          label="Corners"
          choices={['0', '3', '6', '12'].map((n) => ({ value: n, label: cornerWords(Number(n)) }))}
          typed={String(box.corner ?? 0)}
          typing="Round by so many points…"
          onPick={(v) => points(v) >= 0 && points(v) <= 1000 && set({ corner: points(v) })}
        >
          {cornerWords(box.corner ?? 0)}
        </Blank>
        . It grows with the texts that lie in it.
      </Sentence>
      <LinkSentence placed={placed} />
      <WhenSetting element={box} />
      <PlaceSetting element={box} />
      <RemoveButton ids={[box.id]}>Remove the box</RemoveButton>
    </>
  );
}

const cornerWords = (corner: number) => (corner > 0 ? `corners rounded by ${corner} pt` : 'sharp corners');
