import Box from '@mui/material/Box';
import type { CrosstabField, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import type { Placed } from '../../document/definition';
import { GapsSentence } from '../parts/GapsSentence';
import { GroupBlanks } from '../parts/GroupBlanks';
import { LinksOf } from '../link/LinkSentence';
import { NamesOfGroups } from '../parts/NamesOfGroups';
import { PickBlank } from '../parts/PickBlank';
import { withField, type ChangeCrosstab, type Direction } from '../../document/fields';
import { midSentence } from '../../../shell/midSentence';

const places = [
  { value: 'last', label: 'after them' },
  { value: 'first', label: 'before them' },
  { value: 'none', label: 'nowhere' },
];

interface Props {
  field: CrosstabField;
  direction: Direction;
  definition: ReportDefinition;
  section: Section;
  placed: Placed;
  onChange: ChangeCrosstab;
}

/** One field: its groups, their order and names, their total, and where headings and totals lead. */
export function FieldSetting({ field, direction, definition, section, placed, onChange }: Props) {
  const set = (change: Partial<CrosstabField>) => onChange((now) => withField(now, field.id, change));
  const summary = [
    field.first && (field.others ? `the first ${field.first} and the rest` : `the first ${field.first}`),
    field.orderBy && 'by a total',
    field.keep && 'on a condition',
    field.groups && 'in named groups',
    field.fill && 'with gaps',
    field.link && 'headings lead on',
    field.totals === 'none' && 'no total',
  ].filter(Boolean);
  const place = { element: placed.element, section: placed.section, band: placed.band, level: placed.level };
  return (
    <Setting name={`${field.name} ${direction}`} summary={summary.join(', ') || 'all of them, in order'}>
      <Sentence>
        Its groups are those of each <GroupBlanks grouping={field} definition={definition} section={section} onChange={set} />; their total
        stands{' '}
        <PickBlank
          label={`Total of ${field.name}`}
          list={places}
          value={field.totals ?? 'last'}
          onPick={(totals) => set({ totals: totals as CrosstabField['totals'] })}
        />
        {field.totals !== 'none' && (
          <>
            , called{' '}
            <Blank
              label={`Name of the total of ${field.name}`}
              typed={field.totalName ?? ''}
              onPick={(v) => set({ totalName: v.trim() || null })}
            >
              {field.totalName || 'as usual'}
            </Blank>
          </>
        )}
        . In the table that readers open, its groups are{' '}
        <PickBlank
          label={`${field.name} open or closed`}
          list={[
            { value: 'open', label: 'open' },
            { value: 'closed', label: 'closed at first' },
          ]}
          value={field.closed ? 'closed' : 'open'}
          onPick={(v) => set({ closed: v === 'closed' })}
        />
        .
      </Sentence>
      <GapsSentence
        grouping={field}
        parameters={definition.parameters ?? []}
        empties={[
          { value: '', label: 'in a group of their own' },
          { value: 'omit', label: 'in the totals alone', hint: 'without a heading' },
        ]}
        onChange={set}
      />
      <Box sx={{ display: 'grid', gap: 1, my: 1 }}>
        <TextSetting label="Name of the field" value={field.name} onCommit={(name) => name.trim() && set({ name: name.trim() })} />
        <TextSetting
          label="Pattern of its headings"
          value={field.pattern ?? ''}
          placeholder="what suits them"
          onCommit={(pattern) => set({ pattern: pattern || null })}
        />
      </Box>
      <NamesOfGroups grouping={field} onChange={set} />
      <LinksOf place={{ ...place, id: field.id, link: field.link, clicked: `a heading of ${midSentence(field.name)}` }} />
      {field.totals !== 'none' && (
        <LinksOf place={{ ...place, id: `${field.id}-total`, link: field.totalLink, clicked: `a total of ${midSentence(field.name)}` }} />
      )}
    </Setting>
  );
}
