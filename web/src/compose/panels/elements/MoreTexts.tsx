import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { BandKind, ElementTextElement, FontFamily, Section, StyledText } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { ChipText } from '../parts/ChipText';
import { letters, sizes } from '../../document/letters';

const weights = [
  { value: '', label: 'as bold as the rest' },
  { value: 'bold', label: 'bold' },
  { value: 'italic', label: 'slanted' },
  { value: 'both', label: 'bold and slanted' },
  { value: 'plain', label: 'neither bold nor slanted' },
];

const weightOf = ({ bold, italic }: StyledText) =>
  bold && italic ? 'both' : bold ? 'bold' : italic ? 'italic' : bold === false ? 'plain' : '';

const looks: Record<string, Pick<StyledText, 'bold' | 'italic'>> = {
  '': { bold: null, italic: null },
  bold: { bold: true, italic: null },
  italic: { bold: null, italic: true },
  both: { bold: true, italic: true },
  plain: { bold: false, italic: false },
};

const fonts = [{ value: '', label: 'the same letters' }, ...letters];

interface Props {
  text: ElementTextElement;
  section: Section;
  band: BandKind;
  level: number;
}

/** Texts that go on after a text on the same line, each in a look of its own. */
export function MoreTexts({ text, section, band, level }: Props) {
  const { setElement } = useCompose('setElement');
  const more = text.more ?? [];
  const setAll = (next: StyledText[]) => void setElement(text.id, { more: next } as Partial<ElementTextElement>);
  const set = (i: number, change: Partial<StyledText>) => setAll(more.map((m, k) => (k === i ? { ...m, ...change } : m)));
  return (
    <Box sx={{ mb: 1.5, display: 'grid', gap: 1 }}>
      {more.map((piece, i) => (
        <Box key={i} role="group" aria-label={`Piece ${i + 2} of the text`}>
          <ChipText text={piece.text} section={section} band={band} level={level} onCommit={(words) => set(i, { text: words })} />
          <Sentence>
            goes on{' '}
            <Blank label={`Weight of piece ${i + 2}`} choices={weights} onPick={(v) => set(i, looks[v])}>
              {weights.find((w) => w.value === weightOf(piece))!.label}
            </Blank>
            ,{' '}
            <ColourBlank
              label={`Colour of piece ${i + 2}`}
              value={piece.color}
              none="in the same colour"
              onPick={(color) => set(i, { color })}
            />
            ,{' '}
            <Blank
              label={`Size of piece ${i + 2}`}
              choices={[{ value: '', label: 'as large' }, ...sizes.map((n) => ({ value: String(n), label: `in ${n} pt` }))]}
              onPick={(v) => set(i, { size: v ? Number(v) : null })}
            >
              {piece.size ? `in ${piece.size} pt` : 'as large'}
            </Blank>
            , in{' '}
            <Blank label={`Font of piece ${i + 2}`} choices={fonts} onPick={(v) => set(i, { font: (v || null) as FontFamily | null })}>
              {fonts.find((f) => f.value === (piece.font ?? ''))!.label}
            </Blank>
            .{' '}
            <Blank
              label={`Piece ${i + 2}`}
              choices={[{ value: 'remove', label: 'Take it away' }]}
              onPick={() => setAll(more.filter((_, k) => k !== i))}
            >
              …
            </Blank>
          </Sentence>
        </Box>
      ))}
      <Box>
        <Button size="small" variant="outlined" onClick={() => setAll([...more, { text: ' and on', bold: true }])}>
          Go on in another look
        </Button>
      </Box>
    </Box>
  );
}
