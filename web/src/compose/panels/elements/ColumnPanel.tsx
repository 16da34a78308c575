import Box from '@mui/material/Box';
import type { Alignment, Column, Field, TotalForm } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { useFieldNames } from '../../store/useFieldNames';
import { fieldsOf, findColumn, offeredFields, sectionOfColumn, words, type Placed } from '../../document/definition';
import { moveWithin, replaceColumn } from '../../store/edits';
import { millimetres } from '../../document/millimetres';
import { columnWords } from '../../document/removals';
import { caption } from '../../../shell/caption';
import { AddTotals } from '../parts/AddTotals';
import { CarryForward } from './CarryForward';
import { CompareYears } from './CompareYears';
import { FitColumns } from './FitColumns';
import { LinkSentence } from '../link/LinkSentence';
import { StayButton } from '../../../shell/StayButton';
import { PanelHead } from '../parts/PanelHead';
import { formWords, rowForms } from '../../document/totalForms';
import { patternsFor, patternWords, patternExample } from '../../document/patterns';
import { RemoveButton } from '../parts/RemoveButton';
import { StyleSetting } from '../parts/StyleSetting';
import { midSentence } from '../../../shell/midSentence';

/** The total that makes sense: what is no number is counted, shares and rates are averaged. */
const usualTotal = (field?: Field) =>
  !field || ['whole', 'decimal', 'double'].includes(field.type)
    ? field?.kind === 'share' || field?.kind === 'rate'
      ? 'avg'
      : field?.kind === 'key'
        ? 'count'
        : 'sum'
    : 'count';

/** A column of the rows, selected by its heading or one of its cells. */
export function ColumnPanel({ placed }: { placed: Placed }) {
  const { element } = placed;
  const { definition, edit, setElement } = useCompose('definition', 'edit', 'setElement');
  const written = useFieldNames();
  const column = definition && findColumn(definition, element.column);
  if (!definition || !column) return null;
  const section = sectionOfColumn(definition, column.id);
  const columns = section.columns ?? [];
  const at = columns.findIndex((c) => c.id === column.id);
  const set = (change: Partial<Column>) =>
    void edit((now) => {
      const newest = findColumn(now, column.id);
      return newest && replaceColumn({ ...newest, ...change });
    });
  const field = fieldsOf(definition, section).find((f) => f.name === column.expression);
  const isNumber = field ? ['whole', 'decimal', 'double'].includes(field.type) : true;
  return (
    <>
      <PanelHead>{`Column ${at + 1} of ${columns.length}`}</PanelHead>
      <Sentence>
        Print{' '}
        <Blank
          label="Value"
          expression="row"
          typed={column.expression}
          choices={offeredFields(definition, section).map((f) => ({ value: written(f.name), label: midSentence(caption(f)) }))}
          onPick={(expression) => set({ expression })}
        >
          {words(definition, column.expression, section)}
        </Blank>{' '}
        under the heading{' '}
        <Blank label="Heading" typed={column.heading} onPick={(heading) => set({ heading })}>
          {column.heading || '(none)'}
        </Blank>
        ,{' '}
        <Blank
          label="Alignment"
          choices={[
            { value: '', label: 'as suits its values', hint: 'numbers at the right, all else at the left' },
            { value: 'left', label: 'at the left' },
            { value: 'centre', label: 'in the middle' },
            { value: 'right', label: 'at the right' },
          ]}
          onPick={(v) => set({ align: (v || null) as Alignment | null })}
        >
          {column.align ? { left: 'at the left', centre: 'in the middle', right: 'at the right' }[column.align] : 'as suits its values'}
        </Blank>
        , written{' '}
        <Blank
          label="Pattern"
          example={patternExample}
          choices={[{ value: '', label: 'in the usual way' }, ...patternsFor(field?.type)]}
          typed={column.pattern ?? ''}
          typing="Another pattern…"
          onPick={(v) => set({ pattern: v.trim() || null })}
        >
          {column.pattern ? `as ${patternWords(column.pattern)}` : 'in the usual way'}
        </Blank>
        ,{' '}
        <Blank
          label="Which rows"
          choices={[
            { value: '', label: 'in every row' },
            { value: 'changes', label: 'only where it changes', hint: 'and at the top of a page or a group' },
          ]}
          onPick={(v) => set({ onlyChanges: v === 'changes' })}
        >
          {column.onlyChanges ? 'only where it changes' : 'in every row'}
        </Blank>
        ,{' '}
        <Blank
          label="Shown to readers"
          choices={[
            { value: '', label: 'shown always' },
            ...(definition.parameters ?? []).flatMap((p) => [
              ...(p.every ? [{ value: `is_every(:${p.name})`, label: `shown if ${caption(p)} is ${p.every}` }] : []),
              ...(p.every ? [{ value: `NOT is_every(:${p.name})`, label: `shown unless ${caption(p)} is ${p.every}` }] : []),
              ...(p.type === 'bool' ? [{ value: `:${p.name}`, label: `shown if ${caption(p)} is yes` }] : []),
            ]),
          ]}
          expression="row"
          typed={column.when ?? ''}
          typing="If a condition on parameters holds…"
          onPick={(when) => set({ when: when.trim() || null })}
        >
          {column.when ? `shown if ${column.when}` : 'shown always'}
        </Blank>
        {element.type === 'cell' && isNumber && (
          <>
            ,{' '}
            <Blank
              label="Shown as"
              choices={rowForms(section.levels?.at(-1)?.name)}
              onPick={(as) => void setElement(element.id, { as: as as TotalForm } as Partial<typeof element>)}
            >
              {formWords(element.as, rowForms(section.levels?.at(-1)?.name))}
            </Blank>
          </>
        )}
        .
      </Sentence>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1.5 }}>
        <AddTotals column={column.id} aggregate={usualTotal(field)} />
        {usualTotal(field) === 'sum' && <CarryForward column={column.id} levels={section.levels ?? []} />}
        {isNumber && <CompareYears column={column.id} fields={offeredFields(definition, section)} />}
      </Box>
      <Setting name="Width and place" summary={`${millimetres(column.width)} mm, ${at + 1} of ${columns.length}`}>
        <TextSetting
          label="Width, mm"
          value={millimetres(column.width)}
          onCommit={(v) => {
            const mm = Number(v.replace(',', '.'));
            if (mm > 3) set({ width: Math.round(((mm * 72) / 25.4) * 100) / 100 });
          }}
        />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <FitColumns section={section.id} column={column.id} />
          <FitColumns section={section.id} />
        </Box>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <StayButton variant="outlined" disabled={at === 0} onClick={() => void edit(moveWithin(column.id, section, at - 1))}>
            Move left
          </StayButton>
          <StayButton
            variant="outlined"
            disabled={at === columns.length - 1}
            onClick={() => void edit(moveWithin(column.id, section, at + 1))}
          >
            Move right
          </StayButton>
        </Box>
        <Box sx={{ fontSize: 12, color: 'text.secondary' }}>
          Alt with the arrow keys moves a column; with Shift as well, it changes the width.
        </Box>
      </Setting>
      <LinkSentence placed={placed} />
      <StyleSetting element={element} />
      <RemoveButton ids={[element.id]}>{element.type === 'heading' ? 'Remove the heading' : 'Remove the value'}</RemoveButton>
      <RemoveButton ids={[column.id]}>{`Remove ${columnWords(definition, column.id)}`}</RemoveButton>
    </>
  );
}
