import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import type { Placed } from '../../document/definition';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { StyleSetting } from '../parts/StyleSetting';
import { WhenSetting } from '../parts/WhenSetting';
import { midSentence } from '../../../shell/midSentence';

/** The groups of a list with the pages on which they begin. */
export function ContentsPanel({ placed: { element: contents, section } }: { placed: Placed }) {
  const { setElement } = useCompose('setElement');
  if (contents.type !== 'contents') return null;
  const levels = section.levels ?? [];
  const depth = Math.min(Number(contents.levels ?? 1), Math.max(1, levels.length));
  const names = (n: number) =>
    levels
      .slice(0, n)
      .map((l) => `each ${midSentence(l.name)}`)
      .join(' and ') || 'each group';
  return (
    <>
      <PanelHead>Contents</PanelHead>
      <Sentence>
        List{' '}
        <Blank
          label="Levels listed"
          choices={levels.map((_, i) => ({ value: String(i + 1), label: names(i + 1) }))}
          onPick={(v) => void setElement(contents.id, { levels: Number(v) } as Partial<typeof contents>)}
        >
          {names(depth)}
        </Blank>{' '}
        with the page on which it begins.
      </Sentence>
      <WhenSetting element={contents} />
      <PlaceSetting element={contents} />
      <StyleSetting element={contents} />
      <RemoveButton ids={[contents.id]}>Remove the contents</RemoveButton>
    </>
  );
}
