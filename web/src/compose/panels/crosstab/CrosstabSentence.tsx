import type { ReactNode } from 'react';
import type { CrosstabField, ElementCrosstabElement, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { offeredFields, words } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { FieldTarget } from '../parts/FieldTarget';
import { groupings } from '../../document/levelChoices';
import { ValueBlanks, withValue } from '../parts/ValueBlanks';
import { freeName, moved, newField, withField, type ChangeCrosstab, type Direction } from '../../document/fields';

interface Props {
  crosstab: ElementCrosstabElement;
  definition: ReportDefinition;
  /** Over whose rows it counts. */
  section: Section;
  /** Where the rows come from, in words. */
  source: ReactNode;
  onChange: ChangeCrosstab;
}

const places = [
  { value: 'last', label: 'at the end' },
  { value: 'first', label: 'at the beginning' },
  { value: 'none', label: 'nowhere' },
] as const;

/** “Show the sum of passengers for each region, route down and month across, with totals at the end.” */
export function CrosstabSentence({ crosstab, definition, section, source, onChange }: Props) {
  const { edit } = useCompose('edit');
  const { values } = crosstab;
  const all = [...(crosstab.down ?? []), ...(crosstab.across ?? [])];
  const totals = new Set(all.map((f) => f.totals ?? 'last'));
  const setTotals = (to: string) => {
    const set = (fields?: CrosstabField[]) => (fields ?? []).map((f) => ({ ...f, totals: to as CrosstabField['totals'] }));
    onChange((now) => ({ down: set(now.down), across: set(now.across) }));
  };
  return (
    <Sentence>
      Show the{' '}
      <ValueBlanks
        values={values}
        most={12}
        definition={definition}
        section={section}
        onChange={(at, expression) => onChange((now) => ({ values: withValue(now.values, at, expression) }))}
        onAdd={(expression) => onChange((now) => ({ values: [...now.values, { expression }] }))}
      />{' '}
      for each <Fields crosstab={crosstab} direction="down" definition={definition} section={section} onChange={onChange} /> down and{' '}
      <Fields crosstab={crosstab} direction="across" definition={definition} section={section} onChange={onChange} /> across (
      <Blank
        label="Swap"
        choices={[{ value: 'swap', label: 'swap what is down and what is across' }]}
        onPick={() => void edit({ type: 'swapCrosstab', crosstab: crosstab.id })}
      >
        swap
      </Blank>
      )
      {all.length > 0 && (
        <>
          , with totals{' '}
          <Blank label="Totals" choices={[...places]} onPick={setTotals}>
            {totals.size > 1 ? 'each in its place' : (places.find((p) => p.value === [...totals][0])?.label ?? 'at the end')}
          </Blank>
        </>
      )}
      , {source}.
    </Sentence>
  );
}

/** The fields of one direction, outermost first, and one more. */
function Fields({ crosstab, direction, definition, section, onChange }: Omit<Props, 'source'> & { direction: Direction }) {
  const written = useFieldNames();
  const ways = groupings(offeredFields(definition, section), written, definition.fiscalYearStart);
  const fields = crosstab[direction] ?? [];
  const other = direction === 'down' ? 'across' : 'down';
  const set = (next: (fields: CrosstabField[]) => CrosstabField[]) => onChange((now) => ({ [direction]: next(now[direction] ?? []) }));
  const way = (by: string) => ways.find((w) => w.by === by);
  const choices = ways.map((w) => ({ value: w.by, label: w.label, hint: w.hint }));
  const add = (by: string) =>
    by && onChange((now) => ({ [direction]: [...(now[direction] ?? []), newField(definition, now, by, way(by))] }));
  const change = (field: CrosstabField, picked: string) => {
    if (picked === '~out') set((now) => moved(now, field.id, -1));
    else if (picked === '~in') set((now) => moved(now, field.id, 1));
    else if (picked === '~remove') set((now) => now.filter((f) => f.id !== field.id));
    else if (picked === '~other')
      onChange((now) => ({
        [direction]: (now[direction] ?? []).filter((f) => f.id !== field.id),
        [other]: [...(now[other] ?? []), field],
      }));
    else if (picked)
      onChange((now) =>
        withField(now, field.id, {
          by: picked,
          pattern: way(picked)?.pattern || null,
          name: freeName(now, way(picked)?.label ?? picked, field.id),
        }),
      );
  };
  return (
    <>
      {fields.map((field, i) => (
        <span key={field.id}>
          {i > 0 && ', '}
          <FieldTarget onField={(name) => change(field, written(name))}>
            <Blank
              label={`Field ${direction} ${i + 1}`}
              expression="row"
              typed={field.by}
              choices={[
                ...choices,
                ...(i > 0 ? [{ value: '~out', label: 'outside of the one before' }] : []),
                ...(i < fields.length - 1 ? [{ value: '~in', label: 'inside of the next one' }] : []),
                { value: '~other', label: `${other} instead` },
                { value: '~remove', label: 'nothing: remove it' },
              ]}
              onPick={(v) => change(field, v)}
            >
              {way(field.by)?.label ?? words(definition, field.by, section)}
            </Blank>
          </FieldTarget>
        </span>
      ))}
      {fields.length > 0 && ' '}
      <FieldTarget onField={(name) => add(written(name))}>
        <Blank label={`Another field ${direction}`} expression="row" typed="" choices={choices} onPick={add}>
          {fields.length === 0 ? 'nothing yet' : 'and …'}
        </Blank>
      </FieldTarget>
    </>
  );
}
