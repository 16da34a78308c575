import type { CrosstabShape, ElementCrosstabElement, FontFamily, Style } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { millimetres, pointsOf } from '../../document/millimetres';
import { NumberBlank, PickBlank } from '../parts/PickBlank';
import { letters, sizes } from '../../document/letters';
import type { ChangeCrosstab } from '../../document/fields';

const wides = [
  { value: 'continue', label: 'goes on on further pages, with its row headings' },
  { value: 'shrink', label: 'is made smaller, and goes on where that is not enough' },
  { value: 'cut', label: 'ends there, with a notice' },
];
const orders = [
  { value: 'downFirst', label: 'all rows first, then the next columns' },
  { value: 'acrossFirst', label: 'all columns first, then the next rows' },
];
const widths = [
  { value: 'contents', label: 'as wide as what is in them' },
  { value: 'equal', label: 'all as wide as the widest' },
  { value: 'given', label: 'of a given width' },
];
const grids = [
  { value: 'rows', label: 'between rows' },
  { value: 'all', label: 'between rows and columns' },
  { value: 'none', label: 'nowhere' },
];

/** A length that was typed in millimetres, in points; no number where it is none. */
/** What was typed, in the range that columns have. */
const lengthOf = (text: string) => Math.min(2000, Math.max(8, pointsOf(Number(text.trim().replace(',', '.')))));

const Shade = (props: { label: string; value?: string | null; onPick: (color: string | null) => void }) => (
  <ColourBlank none="no colour" {...props} />
);

/** How the crosstab stands on paper. */
export function ShapeSetting({ crosstab, onChange }: { crosstab: ElementCrosstabElement; onChange: ChangeCrosstab }) {
  const shape = crosstab.shape ?? {};
  const set = (change: Partial<CrosstabShape>) => onChange((now) => ({ shape: { ...now.shape, ...change } }));
  const setStyle = (change: Partial<Style>) => onChange((now) => ({ style: { ...now.style, ...change } }));
  const wide = shape.wide ?? 'continue';
  const grid = shape.grid ?? 'rows';
  const heads = shape.headingWidths ?? [];
  const summary = [shape.stepped ? 'stepped' : 'dense', grid === 'rows' ? 'lines between rows' : grid === 'all' ? 'a grid' : 'no lines'];
  return (
    <Setting name="Shape" summary={summary.join(', ')}>
      <Sentence>
        Headings of nested rows stand{' '}
        <PickBlank
          label="Nested headings"
          list={[
            { value: 'dense', label: 'in a column each' },
            { value: 'stepped', label: 'in one column, moved in step by step' },
          ]}
          value={shape.stepped ? 'stepped' : 'dense'}
          onPick={(v) => set({ stepped: v === 'stepped' })}
        />
        {crosstab.values.length > 1 && (
          <>
            , values{' '}
            <PickBlank
              label="Several values"
              list={[
                { value: 'beside', label: 'side by side' },
                { value: 'under', label: 'one under the other' },
              ]}
              value={shape.valuesDown ? 'under' : 'beside'}
              onPick={(v) => set({ valuesDown: v === 'under' })}
            />
          </>
        )}
        . Where it is wider than its place, it{' '}
        <PickBlank label="Wider than its place" list={wides} value={wide} onPick={(v) => set({ wide: v as CrosstabShape['wide'] })} />
        {wide === 'shrink' && (
          <>
            , to no less than{' '}
            <NumberBlank
              label="Smallest size"
              value={Math.round((shape.leastScale ?? 0.6) * 100)}
              automatic="60"
              written={(n) => `${n}%`}
              onPick={(n) => set({ leastScale: Math.min(1, Math.max(0.3, (n ?? 60) / 100)) })}
            />
          </>
        )}
        {wide !== 'cut' && (
          <>
            :{' '}
            <PickBlank
              label="Order of pages"
              list={orders}
              value={shape.order ?? 'downFirst'}
              onPick={(v) => set({ order: v as CrosstabShape['order'] })}
            />
          </>
        )}
        . Headings of columns are printed{' '}
        <PickBlank
          label="Headings on further pages"
          list={[
            { value: 'again', label: 'again on each page' },
            { value: 'once', label: 'on the first page alone' },
          ]}
          value={shape.repeatHeadings === false ? 'once' : 'again'}
          onPick={(v) => set({ repeatHeadings: v === 'again' })}
        />
        ; long ones{' '}
        <PickBlank
          label="Long headings"
          list={[
            { value: 'wrap', label: 'go on in the next line' },
            { value: 'turn', label: 'are turned upright' },
          ]}
          value={shape.turnHeadings ? 'turn' : 'wrap'}
          onPick={(v) => set({ turnHeadings: v === 'turn' })}
        />
        . Columns are{' '}
        <PickBlank
          label="Widths of columns"
          list={widths}
          value={shape.widths ?? 'contents'}
          onPick={(v) => set({ widths: v as CrosstabShape['widths'], ...(v === 'given' && { columnWidth: shape.columnWidth ?? 48 }) })}
        />
        ; lines stand <PickBlank label="Lines" list={grids} value={grid} onPick={(v) => set({ grid: v as CrosstabShape['grid'] })} />,
        headings on <Shade label="Behind headings" value={shape.headingShade} onPick={(c) => set({ headingShade: c })} />, totals on{' '}
        <Shade label="Behind totals" value={shape.totalShade} onPick={(totalShade) => set({ totalShade })} />, every other row on{' '}
        <Shade label="Behind every other row" value={shape.rowShade} onPick={(rowShade) => set({ rowShade })} />, with{' '}
        <NumberBlank
          label="Room above and below"
          value={shape.spacing ?? 2.5}
          automatic="2.5"
          written={(n) => `${n} pt`}
          onPick={(n) => set({ spacing: Math.min(30, Math.max(0, n ?? 2.5)) })}
        />{' '}
        above and below each. They are written{' '}
        <Blank
          label="Size of letters"
          choices={[{ value: '', label: 'in the usual size' }, ...sizes.map((n) => ({ value: String(n), label: `in ${n} pt` }))]}
          typed={String(crosstab.style?.size ?? '')}
          typing="Another size, points…"
          onPick={(v) => {
            const size = Number(v.replace(',', '.'));
            if (v.trim() === '' || (size >= 4 && size <= 72)) setStyle({ size: v.trim() === '' ? null : size });
          }}
        >
          {crosstab.style?.size ? `in ${crosstab.style.size} pt` : 'in the usual size'}
        </Blank>
        ,{' '}
        <PickBlank
          label="Letters"
          list={[{ value: '', label: 'in the usual letters' }, ...letters.map((l) => ({ ...l, label: `in ${l.label}` }))]}
          value={(crosstab.style?.font ?? '') as string}
          onPick={(font) => setStyle({ font: (font || null) as FontFamily | null })}
        />
        ,{' '}
        <ColourBlank
          label="Colour of letters"
          value={crosstab.style?.color}
          none="in their usual colour"
          onPick={(c) => setStyle({ color: c })}
        />
        .
      </Sentence>
      {shape.widths === 'given' && (
        <TextSetting
          label="Width of columns, mm"
          value={millimetres(shape.columnWidth ?? 48)}
          onCommit={(text) => {
            const points = lengthOf(text);
            if (Number.isFinite(points)) set({ columnWidth: points });
          }}
        />
      )}
      <TextSetting
        label="Widths of row headings, mm"
        value={heads.map((w) => millimetres(w)).join('; ')}
        placeholder="as wide as they need"
        onCommit={(text) => {
          const points = text.split(';').map(lengthOf);
          if (text.trim() === '') set({ headingWidths: [] });
          else if (points.every(Number.isFinite)) set({ headingWidths: points });
        }}
      />
    </Setting>
  );
}
