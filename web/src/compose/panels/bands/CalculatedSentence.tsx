import type { BandPart, CalculatedRow, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { useCompose } from '../../store/composeStore';
import { lineGroups } from '../../document/lineNames';

/** What the totals of a part are calculated from, and below which line they are printed. */
export function CalculatedSentence({
  part,
  section,
  inGroups,
  onChange,
}: {
  part: BandPart;
  section: Section;
  /** True in the bands of a level. */
  inGroups: boolean;
  onChange: (row: CalculatedRow | null) => void;
}) {
  const view = useCompose((s) => s.view);
  const row = part.calculated;
  if (!row) return null;
  return (
    <Sentence>
      <b>Calculated row: </b>
      <Blank label="Name of the row" typed={row.name} onPick={(name) => name.trim() && onChange({ ...row, name: name.trim() })}>
        {row.name}
      </Blank>
      {' = '}
      <Blank
        label="Formula"
        typed={row.formula}
        example='Revenue - "Cost of sales"'
        onPick={(formula) => formula.trim() && onChange({ ...row, formula: formula.trim() })}
        other={{ label: 'Print the totals of the group instead', onPick: () => onChange(null) }}
      >
        {row.formula}
      </Blank>
      {inGroups && (
        <>
          , printed below{' '}
          <Blank
            label="Below"
            choices={[...lineGroups(section, view?.vantage).map((g) => ({ value: g, label: g })), { value: '', label: 'each group' }]}
            typed={row.after ?? ''}
            typing="Another line…"
            onPick={(after) => onChange({ ...row, after: after.trim() || null })}
          >
            {row.after || 'each group'}
          </Blank>
        </>
      )}
      .
    </Sentence>
  );
}
