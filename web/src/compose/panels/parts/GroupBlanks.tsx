import type { CrosstabField, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { directions, offeredFields, words } from '../../document/definition';
import { useFieldNames } from '../../store/useFieldNames';
import { groupings, keyPatterns, orders, orderWords } from '../../document/levelChoices';
import { capital } from '../../../shell/capital';

/** What rows are grouped by: a level of a section, or a field of a crosstab. */
export type GroupedBy = Omit<CrosstabField, 'totals' | 'totalName' | 'link' | 'totalLink'>;

interface Props {
  grouping: GroupedBy;
  definition: ReportDefinition;
  /** Over whose rows it groups. */
  section: Section;
  /** What is null goes back to what is usual. */
  onChange: (change: Partial<GroupedBy>) => void;
}

/** “route, from A to Z, keeping all of them, whatever their totals”: the same blanks wherever rows are grouped. */
export function GroupBlanks({ grouping, definition, section, onChange }: Props) {
  const written = useFieldNames();
  const fields = offeredFields(definition, section);
  const order = directions(definition, grouping.by, section);
  const ways = groupings(fields, written, definition.fiscalYearStart);
  const totals = orders(fields, written);
  const patterns = grouping.groups?.groups?.length ? [] : keyPatterns(grouping.by);
  return (
    <>
      <Blank
        label="Group by"
        expression="row"
        typed={grouping.by}
        choices={ways.map((w) => ({ value: w.by, label: w.label, hint: w.hint }))}
        onPick={(by) => {
          const way = ways.find((w) => w.by === by);
          if (by) onChange({ by, pattern: way?.pattern || null, ...(way && { name: capital(way.label) }) });
        }}
      >
        {ways.find((w) => w.by === grouping.by)?.label ?? words(definition, grouping.by, section)}
      </Blank>
      {patterns.length > 0 && (
        <>
          , written{' '}
          <Blank
            label="How keys are written"
            choices={patterns}
            typed={grouping.pattern ?? ''}
            typing="Another pattern…"
            onPick={(pattern) => onChange({ pattern: pattern || null })}
          >
            {patterns.find((p) => p.value === (grouping.pattern ?? ''))?.label ?? `as ${grouping.pattern || 'usual'}`}
          </Blank>
        </>
      )}
      ,{' '}
      <Blank
        label="Order of groups"
        choices={[
          { value: 'up', label: order.up },
          { value: 'down', label: order.down },
          ...totals.flatMap((t) => [
            { value: `down ${t.orderBy}`, label: `largest ${t.label} first` },
            { value: `up ${t.orderBy}`, label: `smallest ${t.label} first` },
          ]),
        ]}
        expression="group"
        typed={grouping.orderBy ?? ''}
        typing="By another total…"
        onPick={(v) => {
          const [, way, orderBy = ''] = /^(up|down)(?: ([^]*))?$/.exec(v) ?? [undefined, 'down', v];
          onChange({ descending: way === 'down', orderBy: orderBy || null });
        }}
      >
        {orderWords(grouping, totals, grouping.descending ? order.down : order.up)}
      </Blank>
      , keeping{' '}
      <Blank
        label="How many groups"
        choices={['0', '3', '5', '10', '20'].map((n) => ({ value: n, label: n === '0' ? 'all of them' : `the first ${n}` }))}
        typed={String(grouping.first ?? '')}
        typing="The first so many…"
        onPick={(v) => {
          if (/^\d{0,6}$/.test(v.trim())) onChange({ first: Number(v) || null });
        }}
      >
        {grouping.first ? `the first ${grouping.first}` : 'all of them'}
      </Blank>
      {grouping.first && (
        <>
          {' and '}
          <Blank
            label="All other groups"
            choices={[
              { value: '', label: 'none of the others', hint: 'they are in no total' },
              { value: 'All others', label: 'all others as one group' },
            ]}
            typed={grouping.others ?? ''}
            typing="As one group, called…"
            onPick={(others) => onChange({ others: others || null })}
          >
            {grouping.others ? `all others as “${grouping.others}”` : 'none of the others'}
          </Blank>
        </>
      )}
      {', '}
      <Blank
        label="Kept groups"
        choices={[{ value: '', label: 'whatever their totals' }]}
        expression="group"
        typed={grouping.keep ?? ''}
        typing="Only where a condition holds…"
        onPick={(keep) => onChange({ keep: keep || null })}
      >
        {grouping.keep ? `where ${grouping.keep}` : 'whatever their totals'}
      </Blank>
      {(grouping.first && !grouping.others) || grouping.keep ? ' (totals around them are without the others)' : ''}
    </>
  );
}
