import type { BandKind, Element, Section } from '../../api/generated';
import Button from '@mui/material/Button';
import { useCompose } from '../composeStore';
import { offeredFields } from '../definition';
import { useFieldNames } from '../useFieldNames';
import { AddList } from './AddList';
import { chosenImage } from './chosenFile';
import { FileButton } from './FileButton';

const made = (element: Omit<Element, 'id'> & { type: string }): Element => ({ ...element, id: 'new' }) as unknown as Element;

/** What else can be put into a band: rules, boxes, images, codes, checkboxes. */
export function AddMore({ section, band, level }: { section: Section; band: BandKind; level: number }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const written = useFieldNames();
  if (!definition) return null;
  const fields = offeredFields(definition, section);
  const own = fields.find((f) => f.kind === 'key') ?? fields[0];
  const flag = fields.find((f) => f.type === 'bool');
  const wide = (section.columns ?? []).reduce((sum, c) => sum + c.width, 0) || 240;
  const add = (element: Element) => void edit({ type: 'addElement', section: section.id, band, level, element });
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
        <Button key={label} variant="outlined" onClick={() => add(element)}>
          {label}
        </Button>
      ))}
      {band !== 'pageHeader' && band !== 'pageFooter' && (
        <AddList words="A list here" place={{ place: 'inside', section: section.id, band, level }} />
      )}
      <FileButton
        onFile={(file) =>
          void chosenImage(file).then((image) =>
            edit({
              type: 'addElement',
              section: section.id,
              band,
              level,
              element: made({ type: 'image', width: 120, height: 60 } as never),
              image,
            }),
          )
        }
      >
        An image…
      </FileButton>
    </>
  );
}
