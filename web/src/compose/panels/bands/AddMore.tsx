import type { BandKind, Element, GivenImage, Section } from '../../../api/generated';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { useDrawing } from '../../document/drawing';
import { offeredFields } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { AddList } from '../parts/AddList';
import { chosenImage } from '../../document/chosenFile';
import { FileButton } from '../parts/FileButton';

const made = (element: Omit<Element, 'id'> & { type: string }): Element => ({ ...element, id: 'new' }) as unknown as Element;

/** What else can be put into a band: rules, boxes, images, codes, checkboxes. */
export function AddMore({ section, band, level }: { section: Section; band: BandKind; level: number }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const written = useFieldNames();
  const draws = useDrawing((s) => s.draws === true);
  const waits = useDrawing((s) => s.words);
  if (!definition) return null;
  const fields = offeredFields(definition, section);
  const own = fields.find((f) => f.kind === 'key') ?? fields[0];
  const flag = fields.find((f) => f.type === 'bool');
  const wide = (section.columns ?? []).reduce((sum, c) => sum + c.width, 0) || 240;
  const add = (element: Element, words: string, image?: GivenImage) => {
    if (draws) useDrawing.setState({ element, image, words });
    else void edit({ type: 'addElement', section: section.id, band, level, element, image });
  };
  const offered: { label: string; element: Element }[] = [
    { label: 'A rule', element: made({ type: 'line', width: wide, height: 1 }) },
    { label: 'A box', element: made({ type: 'box', width: wide, height: 40 }) },
    {
      label: 'A code',
      element: made({ type: 'code', width: 72, height: 72, text: own ? `{{ ${written(own.name)} }}` : 'text' } as never),
    },
    {
      label: 'A checkbox',
      element: made({
        type: 'checkbox',
        width: 11,
        height: 11,
        checked: flag ? written(flag.name) : own ? `${written(own.name)} IS NOT NULL` : 'TRUE',
      } as never),
    },
    ...(level === 0 && (band === 'reportHeader' || band === 'reportFooter') && (section.levels?.length ?? 0) > 0
      ? [{ label: 'The contents', element: made({ type: 'contents', width: wide, height: 40 } as never) }]
      : []),
  ];
  return (
    <>
      {offered.map(({ label, element }) => (
        <Button key={label} variant="outlined" onClick={() => add(element, label)}>
          {label}
        </Button>
      ))}
      {band !== 'pageHeader' && band !== 'pageFooter' && (
        <AddList words="A list here" place={{ place: 'inside', section: section.id, band, level }} />
      )}
      <FileButton
        onFile={(file) =>
          void chosenImage(file).then((image) => add(made({ type: 'image', width: 120, height: 60 } as never), 'An image', image))
        }
      >
        An image…
      </FileButton>
      <Sentence>
        These stand{' '}
        <Blank
          label="Where it is put"
          choices={[
            { value: '', label: 'below what is there' },
            { value: 'draw', label: 'where I draw a frame on the page' },
          ]}
          onPick={(v) => useDrawing.setState({ draws: v === 'draw', element: undefined, words: undefined })}
        >
          {draws ? 'where I draw a frame on the page' : 'below what is there'}
        </Blank>
        .
      </Sentence>
      {waits && (
        <Box role="status" sx={{ p: 1, borderRadius: 1, bgcolor: color.mainTint, width: '100%' }}>
          {`${waits}: draw its frame on the page. Escape gives it up.`}
        </Box>
      )}
    </>
  );
}
