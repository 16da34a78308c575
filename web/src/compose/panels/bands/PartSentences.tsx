import Box from '@mui/material/Box';
import type { BandKind, BandPart, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { findPart, partsOf } from '../../document/definition';
import { millimetres, pointsOf } from '../../document/millimetres';
import { CalculatedSentence } from './CalculatedSentence';
import { LinksOf } from '../link/LinkSentence';
import { WhenBlank } from '../parts/WhenSetting';

const shades = [
  { value: '', label: 'no tint' },
  { value: '1', label: 'every other row tinted' },
  { value: '2', label: 'two rows tinted in turn' },
  { value: '3', label: 'three rows tinted in turn' },
  { value: '5', label: 'five rows tinted in turn' },
];

const rooms = ['', '20', '30', '50', '80', '120'];

const roomWords = (points?: number | null) =>
  points ? `on a new page where less than ${millimetres(points)} mm are left` : 'in what room is left';

const breakWords = (rows?: number | null) => (rows ? `a new page after every ${rows} rows` : 'as many rows as a page holds');

/** At least so high; without a height, as high as what stands in it. */
const heightWords = (points?: number | null) => (points == null ? fitting : `at least ${millimetres(points)} mm high`);

const fitting = 'as high as what stands in it';

const isFooter = (band: BandKind) => band === 'groupFooter' || band === 'reportFooter';

/** The parts of a band: when each is printed, where pages begin, which rows are tinted. */
export function PartSentences({ section, band, level }: { section: Section; band: BandKind; level: number }) {
  const { definition, edit } = useCompose('definition', 'edit');
  if (!definition) return null;
  const parts = partsOf(definition, section, band, level);
  const onPages = band === 'pageHeader' || band === 'pageFooter';
  const isInnermostHeader = band === 'groupHeader' && level === section.levels?.length && (section.detail?.parts?.length ?? 0) > 0;
  const set = (id: string, change: Partial<BandPart>) =>
    void edit((now) => {
      const part = findPart(now, id);
      return part && { type: 'replace', item: { kind: 'part', part: { ...part, ...change } } };
    });
  return parts.map((part, i) => (
    <Box key={part.id} data-part={part.id}>
      <CalculatedSentence part={part} section={section} inGroups={level > 0} onChange={(calculated) => set(part.id, { calculated })} />
      <Sentence>
        {parts.length > 1 ? `Part ${i + 1} is printed ` : 'It is printed '}
        <WhenBlank when={part.when} onPages={onPages} onPick={(when) => set(part.id, { when })} />,{' '}
        <Blank
          label="Height"
          choices={[
            { value: '', label: fitting, hint: 'the height follows when something is added, moved or removed' },
            ...['5', '10', '15', '20', '40'].map((mm) => ({ value: mm, label: `at least ${mm} mm high` })),
          ]}
          typed={part.height == null ? '' : millimetres(part.height)}
          typing="So many millimetres…"
          onPick={(v) => {
            const height = v === '' ? null : pointsOf(Number(v.replace(',', '.')));
            if (height === null || (height >= 0 && height <= 14400)) set(part.id, { height });
          }}
        >
          {heightWords(part.height)}
        </Blank>
        {!onPages && (
          <>
            ,{' '}
            <Blank
              label="Room"
              choices={rooms.map((mm) => ({ value: mm, label: roomWords(mm ? pointsOf(Number(mm)) : null) }))}
              typed={part.leastRoom ? millimetres(part.leastRoom) : ''}
              typing="So many millimetres…"
              onPick={(v) => {
                const mm = Number(v.replace(',', '.'));
                if (mm >= 0 && mm <= 1000) set(part.id, { leastRoom: mm ? pointsOf(mm) : null });
              }}
            >
              {roomWords(part.leastRoom)}
            </Blank>
            ,{' '}
            <Blank
              label="New page"
              choices={[
                { value: '', label: 'on the page where it comes' },
                { value: 'before', label: 'on a new page' },
                { value: 'after', label: 'with a new page after it' },
                { value: 'both', label: 'on a page of its own' },
              ]}
              onPick={(v) => set(part.id, { breakBefore: v === 'before' || v === 'both', breakAfter: v === 'after' || v === 'both' })}
            >
              {part.breakBefore
                ? part.breakAfter
                  ? 'on a page of its own'
                  : 'on a new page'
                : part.breakAfter
                  ? 'with a new page after it'
                  : 'on the page where it comes'}
            </Blank>
          </>
        )}
        {(band === 'groupHeader' || band === 'reportHeader') && (
          <>
            ,{' '}
            <Blank
              label="Repeated"
              choices={[
                { value: '', label: 'once' },
                { value: 'repeat', label: 'again on each page that goes on with it' },
              ]}
              onPick={(v) => set(part.id, { repeat: v === 'repeat' })}
            >
              {part.repeat ? 'again on each page that goes on with it' : 'once'}
            </Blank>
          </>
        )}
        {isFooter(band) && (
          <>
            ,{' '}
            <Blank
              label="Place"
              choices={[
                { value: '', label: 'right below what is above it' },
                { value: 'foot', label: 'at the foot of the page' },
              ]}
              onPick={(v) => set(part.id, { atFoot: v === 'foot' })}
            >
              {part.atFoot ? 'at the foot of the page' : 'right below what is above it'}
            </Blank>
          </>
        )}
        {isInnermostHeader && (
          <>
            ,{' '}
            <Blank
              label="Line"
              choices={[
                { value: '', label: 'above its rows' },
                { value: 'row', label: 'on the line of its first row' },
              ]}
              onPick={(v) => set(part.id, { onRowLine: v === 'row' })}
            >
              {part.onRowLine ? 'on the line of its first row' : 'above its rows'}
            </Blank>
          </>
        )}
        {band === 'detail' && (
          <>
            , with{' '}
            <Blank
              label="Rows on a page"
              choices={['', '10', '20', '25', '50', '100'].map((n) => ({ value: n, label: breakWords(n ? Number(n) : null) }))}
              typed={String(part.breakEvery ?? '')}
              typing="After so many rows…"
              onPick={(v) => {
                if (/^\d{0,6}$/.test(v.trim())) set(part.id, { breakEvery: Number(v) || null });
              }}
            >
              {breakWords(part.breakEvery)}
            </Blank>
            , with{' '}
            <Blank label="Tint" choices={shades} onPick={(v) => set(part.id, { shade: v ? { ...part.shade, every: Number(v) } : null })}>
              {shades.find((s) => s.value === String(part.shade?.every ?? ''))?.label ?? `${part.shade?.every} rows tinted in turn`}
            </Blank>
          </>
        )}
        {!onPages && (
          <>
            ; texts that are empty{' '}
            <Blank
              label="Empty texts"
              choices={[
                { value: '', label: 'keep their room' },
                { value: 'shrink', label: 'give their room away' },
              ]}
              onPick={(v) => set(part.id, { shrinks: v === 'shrink' })}
            >
              {part.shrinks ? 'give their room away' : 'keep their room'}
            </Blank>
          </>
        )}
        .
      </Sentence>
      {!onPages && <LinksOf place={{ id: part.id, link: part.link, section, band, level }} />}
    </Box>
  ));
}
