import type { Sheet, Watermark } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { millimetres, pointsOf } from '../../document/millimetres';
import { BackgroundSentence } from './BackgroundSentence';
import { PagesBlank } from '../parts/PagesBlank';
import { RemoveButton } from '../parts/RemoveButton';

const columnWords = (n: number) => (n > 1 ? `in ${n} columns` : 'over their whole width');

/** The pages of the sheet that is looked at: its name, its columns, what stands behind everything. */
export function SheetSetting() {
  const { definition, view, replace } = useCompose('definition', 'view', 'replace');
  const sheets = definition?.sheets ?? [];
  const sheet = sheets.find((s) => s.id === view?.sheet) ?? sheets[0];
  if (!definition || !sheet) return null;
  const set = (change: Partial<Sheet>) =>
    void replace((now) => ({ ...now, sheets: (now.sheets ?? []).map((s) => (s.id === sheet.id ? { ...s, ...change } : s)) }));
  const columns = sheet.columns;
  const count = Number(columns?.count ?? 1);
  const usual = { gap: 16, across: false, start: null };
  const parameters = (definition.parameters ?? []).filter((p) => p.type === 'whole');
  const mark = sheet.watermark;
  const setMark = (change: Partial<Watermark>) =>
    set({ watermark: { text: 'Draft', color: '#E4E7E4', size: 72, turn: -35, ...mark, ...change } });
  return (
    <Setting
      name="Columns and background"
      summary={
        [count > 1 && `${count} columns`, mark && `“${mark.text}”`, sheet.background && 'a picture'].filter(Boolean).join(', ') || 'plain'
      }
    >
      <Sentence>
        Fill the pages{' '}
        <Blank
          label="Columns of a page"
          choices={[1, 2, 3, 4, 5].map((n) => ({ value: String(n), label: columnWords(n) }))}
          typed={String(count)}
          onPick={(v) => {
            const n = Number(v);
            if (n >= 1 && n <= 20) set({ columns: n > 1 ? { ...usual, ...columns, count: n } : null });
          }}
        >
          {columnWords(count)}
        </Blank>
        {columns && count > 1 && (
          <>
            ,{' '}
            <Blank
              label="Gap"
              choices={['0', '2', '4', '6', '10'].map((mm) => ({ value: mm, label: `${mm} mm apart` }))}
              typed={millimetres(columns.gap ?? 16)}
              onPick={(v) => {
                const gap = pointsOf(Number(v.replace(',', '.')));
                if (gap >= 0 && gap < 1000) set({ columns: { ...usual, ...columns, gap } });
              }}
            >
              {`${millimetres(columns.gap ?? 16)} mm apart`}
            </Blank>
            ,{' '}
            <Blank
              label="Order of columns"
              choices={[
                { value: '', label: 'each column down first' },
                { value: 'across', label: 'row by row, from left to right', hint: 'as on sheets of labels' },
              ]}
              onPick={(v) => set({ columns: { ...usual, ...columns, across: v === 'across', start: null } })}
            >
              {columns.across ? 'row by row, from left to right' : 'each column down first'}
            </Blank>
            {columns.across && (
              <>
                , starting at{' '}
                <Blank
                  label="First place"
                  choices={[
                    { value: '', label: 'the first place' },
                    ...parameters.map((p) => ({ value: `:${p.name}`, label: `the place that the reader sets (:${p.name})` })),
                  ]}
                  typed={columns.start ?? ''}
                  typing="The place with this number…"
                  onPick={(start) => set({ columns: { ...usual, ...columns, start: start.trim() || null } })}
                >
                  {columns.start ? `place ${columns.start}` : 'the first place'}
                </Blank>
              </>
            )}
          </>
        )}
        .
      </Sentence>
      <Sentence>
        Behind everything stands{' '}
        <Blank
          label="Watermark"
          choices={[{ value: '', label: 'nothing' }, ...['Draft', 'Copy', 'Confidential'].map((t) => ({ value: t, label: `“${t}”` }))]}
          typed={mark?.text ?? ''}
          typing="Other words…"
          onPick={(text) => (text.trim() ? setMark({ text }) : set({ watermark: null }))}
        >
          {mark ? `“${mark.text}”` : 'nothing'}
        </Blank>
        {mark && (
          <>
            {' '}
            in <ColourBlank
              label="Its colour"
              value={mark.color}
              none="light grey"
              onPick={(c) => setMark({ color: c ?? '#E4E7E4' })}
            />, <PagesBlank label="Its pages" when={mark.when} onPick={(when) => setMark({ when })} />
          </>
        )}
        .
      </Sentence>
      <BackgroundSentence sheet={sheet} onChange={(background) => set({ background })} />
      {sheets.length > 1 && (
        <>
          <TextSetting label="Name of the sheet" value={sheet.name} onCommit={(name) => name.trim() && set({ name: name.trim() })} />
          <RemoveButton ids={[sheet.id]}>Remove the sheet</RemoveButton>
        </>
      )}
    </Setting>
  );
}
