import Box from '@mui/material/Box';
import type { PageBackground, Sheet } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { chosenImage } from '../../document/chosenFile';
import { FileButton } from '../parts/FileButton';
import { PagesBlank } from '../parts/PagesBlank';

const strengths = [
  { value: '1', label: 'in full' },
  { value: '0.5', label: 'at half its strength' },
  { value: '0.2', label: 'faintly' },
  { value: '0.1', label: 'very faintly' },
];

/** The picture that lies behind the pages of a sheet. */
export function BackgroundSentence({ sheet, onChange }: { sheet: Sheet; onChange: (background: PageBackground) => void }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const picture = sheet.background;
  const name = definition?.images?.find((i) => i.id === picture?.image)?.name ?? 'a picture';
  return (
    <>
      <Sentence>
        Behind that lies{' '}
        {picture ? (
          <>
            <Blank
              label="Picture behind the pages"
              choices={[{ value: 'remove', label: 'no picture' }]}
              onPick={() => void edit({ type: 'setBackground', sheet: sheet.id })}
            >
              {name}
            </Blank>
            ,{' '}
            <Blank
              label="How far it reaches"
              choices={[
                { value: '', label: 'over the whole page' },
                { value: 'within', label: 'within the margins' },
              ]}
              onPick={(v) => onChange({ ...picture, within: v === 'within' })}
            >
              {picture.within ? 'within the margins' : 'over the whole page'}
            </Blank>
            , drawn{' '}
            <Blank label="Its strength" choices={strengths} onPick={(v) => onChange({ ...picture, opacity: Number(v) })}>
              {strengths.find((s) => Number(s.value) === (picture.opacity ?? 1))?.label ??
                `at ${Math.round((picture.opacity ?? 1) * 100)}%`}
            </Blank>
            , <PagesBlank label="Pages with the picture" when={picture.when} onPick={(when) => onChange({ ...picture, when })} />.
          </>
        ) : (
          'no picture.'
        )}
      </Sentence>
      <Box>
        <FileButton onFile={(file) => void chosenImage(file).then((image) => edit({ type: 'setBackground', sheet: sheet.id, image }))}>
          {picture ? 'Another picture…' : 'A picture behind the pages…'}
        </FileButton>
      </Box>
    </>
  );
}
