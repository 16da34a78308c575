import Box from '@mui/material/Box';
import type { BandKind, BandPart, Section } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';
import { findPart, partsOf } from '../definition';
import { WhenBlank } from './WhenSetting';

const shades = [
  { value: '', label: 'no tint' },
  { value: '1', label: 'every other row tinted' },
  { value: '2', label: 'two rows tinted in turn' },
  { value: '3', label: 'three rows tinted in turn' },
  { value: '5', label: 'five rows tinted in turn' },
];

/** The parts of a band: when each is printed, where pages begin, which rows are tinted. */
export function PartSentences({ section, band, level }: { section: Section; band: BandKind; level: number }) {
  const { definition, edit } = useCompose('definition', 'edit');
  if (!definition) return null;
  const parts = partsOf(definition, section, band, level);
  const onPages = band === 'pageHeader' || band === 'pageFooter';
  const set = (id: string, change: Partial<BandPart>) =>
    void edit((now) => {
      const part = findPart(now, id);
      return part && { type: 'replace', item: { kind: 'part', part: { ...part, ...change } } };
    });
  return parts.map((part, i) => (
    <Box key={part.id} data-part={part.id}>
      <Sentence>
        {parts.length > 1 ? `Part ${i + 1} is printed ` : 'It is printed '}
        <WhenBlank when={part.when} onPick={(when) => set(part.id, { when })} />
        {!onPages && (
          <>
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
        {band === 'detail' && (
          <>
            , with{' '}
            <Blank label="Tint" choices={shades} onPick={(v) => set(part.id, { shade: v ? { ...part.shade, every: Number(v) } : null })}>
              {shades.find((s) => s.value === String(part.shade?.every ?? ''))?.label ?? `${part.shade?.every} rows tinted in turn`}
            </Blank>
          </>
        )}
        .
      </Sentence>
    </Box>
  ));
}
