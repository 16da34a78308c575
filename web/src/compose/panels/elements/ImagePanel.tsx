import Box from '@mui/material/Box';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { caption } from '../../../shell/caption';
import { useCompose } from '../../store/composeStore';
import { offeredFields, type Placed } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { chosenImage } from '../../document/chosenFile';
import { FileButton } from '../parts/FileButton';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { WhenSetting } from '../parts/WhenSetting';
import { midSentence } from '../../../shell/midSentence';

/** A picture of the report's own, or one that a field holds. */
export function ImagePanel({ placed }: { placed: Placed }) {
  const { element: image, section } = placed;
  const { definition, edit, setElement } = useCompose('definition', 'edit', 'setElement');
  const written = useFieldNames();
  if (!definition || image.type !== 'image') return null;
  const set = (change: Partial<typeof image>) => void setElement(image.id, change as Partial<typeof image>);
  const held = definition.images ?? [];
  const texts = offeredFields(definition, section).filter((f) => f.type === 'text');
  const shown = image.from ? `what ${image.from} holds` : (held.find((i) => i.id === image.image)?.name ?? 'a file');
  return (
    <>
      <PanelHead>Image</PanelHead>
      <Sentence>
        Show{' '}
        <Blank
          label="Image"
          expression="row"
          typed={image.from ?? ''}
          typing="What an expression gives…"
          choices={[
            ...held.map((i) => ({ value: `image ${i.id}`, label: i.name, hint: 'of this report' })),
            ...texts.map((f) => ({ value: written(f.name), label: `what ${midSentence(caption(f))} holds`, hint: 'Base64' })),
          ]}
          onPick={(v) => set(v.startsWith('image ') ? { image: v.slice(6), from: null } : { from: v.trim() || null })}
        >
          {shown}
        </Blank>
        ,{' '}
        <Blank
          label="Proportions"
          choices={[
            { value: '', label: 'in its proportions' },
            { value: 'stretch', label: 'stretched to its place' },
          ]}
          onPick={(v) => set({ stretch: v === 'stretch' })}
        >
          {image.stretch ? 'stretched to its place' : 'in its proportions'}
        </Blank>
        .
      </Sentence>
      <Box sx={{ mb: 1.5 }}>
        <FileButton onFile={(file) => void chosenImage(file).then((given) => edit({ type: 'setImage', element: image.id, image: given }))}>
          Choose a file…
        </FileButton>
      </Box>
      <TextSetting
        label="In words, for those who do not see it"
        value={image.words ?? ''}
        onCommit={(words) => set({ words: words.trim() || null })}
      />
      <LinkSentence placed={placed} />
      <WhenSetting element={image} />
      <PlaceSetting element={image} />
      <RemoveButton ids={[image.id]}>Remove the image</RemoveButton>
    </>
  );
}
