import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../../shell/whenOpen';
import type { BandKind, Section } from '../../../api/generated';
import { caption } from '../../../shell/caption';
import { useCompose } from '../../store/composeStore';
import { offeredFields } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { patternsFor, patternWords } from '../../document/patterns';
import { withPattern, valueWithPattern } from '../../document/template';
import { midSentence } from '../../../shell/midSentence';

interface Props {
  anchor: HTMLElement | null;
  /** The value that is changed; undefined where a new one is chosen. */
  value?: string;
  section: Section;
  band: BandKind;
  level: number;
  onPick: (value: string) => void;
  onRemove?: () => void;
  onClose: () => void;
}

/** What a text can print, and how it is written. */
export function ValueMenu({ anchor, value, section, band, level, onPick, onRemove, onClose }: Props) {
  const { definition } = useCompose('definition');
  const written = useFieldNames();
  if (!definition || anchor === null) return null;
  const fields = offeredFields(definition, section);
  const onPages = band === 'pageHeader' || band === 'pageFooter';
  const summary = band !== 'detail' && !onPages;
  const numbers = fields.filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  // In page bands each level of the sheet's first section has pages of its own, elsewhere those around.
  const ofLevels = (section.levels ?? [])
    .filter((_, i) => onPages || band === 'detail' || i < level)
    .map((l) => l.name)
    .filter((name) => !name.includes("'"));
  const now = withPattern(value ?? '');
  const type =
    fields.find((f) => written(f.name) === now.expression)?.type ??
    definition.parameters?.find((p) => `:${p.name}` === now.expression)?.type;
  const groups: { name: string; all: { value: string; label: string }[] }[] = [
    { name: 'Fields', all: fields.map((f) => ({ value: written(f.name), label: caption(f) })) },
    {
      name: 'Totals',
      all: summary
        ? [
            { value: 'count(*)', label: 'Number of rows' },
            ...numbers.map((f) => ({ value: `sum(${written(f.name)})`, label: `Sum of ${midSentence(caption(f))}` })),
          ]
        : [],
    },
    {
      name: 'Groups',
      all: level > 0 || (band === 'detail' && section.levels?.length) ? [{ value: 'group_name()', label: 'Name of the group' }] : [],
    },
    {
      name: 'Parameters',
      all: [
        ...(definition.parameters ?? []).map((p) => ({ value: `:${p.name}`, label: caption(p) })),
        ...(definition.parameters?.length ? [{ value: 'parameters()', label: 'All of them as a sentence' }] : []),
      ],
    },
    {
      name: 'Page and time',
      all: [
        { value: 'page_number()', label: 'Page number' },
        { value: 'page_count()', label: 'Number of pages' },
        ...ofLevels.flatMap((l) => [
          { value: `page_number('${l}')`, label: `Page within ${midSentence(l)}` },
          { value: `page_count('${l}')`, label: `Number of pages of ${midSentence(l)}` },
        ]),
        { value: 'CURRENT_TIMESTAMP', label: 'Date and time of the run' },
      ],
    },
  ];
  const pick = (next: string) => {
    onClose();
    onPick(next);
  };
  const formats = value === undefined ? [] : patternsFor(type);
  return (
    <Menu open={anchor !== null} anchorEl={anchor} onClose={onClose} slotProps={{ paper: { sx: { maxHeight: 400, minWidth: 220 } } }}>
      {formats.length > 0 && (
        <ListSubheader role="presentation" sx={{ lineHeight: '28px' }}>
          Written
        </ListSubheader>
      )}
      {formats.length > 0 && (
        <MenuItem selected={!now.pattern} onClick={() => pick(now.expression)}>
          in its usual way
        </MenuItem>
      )}
      {formats.map((p) => (
        <MenuItem
          key={`format ${p.value}`}
          selected={p.value === now.pattern}
          onClick={() => pick(valueWithPattern(now.expression, p.value))}
        >
          {`as ${patternWords(p.value)}`}
        </MenuItem>
      ))}
      {onRemove && (
        <MenuItem
          onClick={() => {
            onClose();
            onRemove();
          }}
          sx={{ fontWeight: 600 }}
        >
          Take it out
        </MenuItem>
      )}
      {groups
        .filter((g) => g.all.length > 0)
        .flatMap((g) => [
          <ListSubheader key={g.name} role="presentation" sx={{ lineHeight: '28px' }}>
            {g.name}
          </ListSubheader>,
          ...g.all.map((choice) => (
            <MenuItem key={choice.value} selected={choice.value === now.expression} onClick={() => pick(choice.value)}>
              {choice.label}
            </MenuItem>
          )),
        ])}
    </Menu>
  );
}
