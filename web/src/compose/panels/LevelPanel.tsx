import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { count, times } from '../../shell/count';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import { useFieldNames } from '../useFieldNames';
import { directions, findLevel, offeredFields, sectionOfLevel, words } from '../definition';
import { moveWithin } from '../edits';
import { groupings, orders, orderWords } from './levelChoices';
import { GapsSentence } from './GapsSentence';
import { GroupsSetting } from './GroupsSetting';
import { PanelHead } from './PanelHead';
import { useAddChart } from './chart/useAddChart';

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** One grouping level. */
export function LevelPanel({ id }: { id: string }) {
  const { definition, view, edit, select } = useCompose('definition', 'view', 'edit', 'select');
  const addChart = useAddChart();
  const written = useFieldNames();
  const level = definition && findLevel(definition, id);
  if (!definition || !level) return null;
  const section = sectionOfLevel(definition, id);
  const levels = section.levels ?? [];
  const order = directions(definition, level.by, section);
  const ways = groupings(offeredFields(definition, section), written);
  const totals = orders(offeredFields(definition, section), written);
  const at = levels.findIndex((l) => l.id === id);
  const printed = Number(view?.bands.find((b) => b.section === section.id && b.kind === 'groupHeader' && b.level === at + 1)?.printed ?? 0);
  return (
    <>
      <PanelHead>{`Level, printed ${times(printed)}`}</PanelHead>
      <Sentence>
        Group the rows by{' '}
        <Blank
          label="Group by"
          expression="row"
          typed={level.by}
          choices={ways.map((w) => ({ value: w.by, label: w.label, hint: w.hint }))}
          onPick={(by) => {
            const way = ways.find((w) => w.by === by);
            void edit({ type: 'setLevel', level: id, by, pattern: way?.pattern ?? '', name: way && capital(way.label) });
          }}
        >
          {ways.find((w) => w.by === level.by)?.label ?? words(definition, level.by, section)}
        </Blank>
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
          typed={level.orderBy ?? ''}
          typing="By another total…"
          onPick={(v) => {
            const [, way, orderBy = ''] = /^(up|down)(?: ([^]*))?$/.exec(v) ?? [undefined, 'down', v];
            void edit({ type: 'setLevel', level: id, descending: way === 'down', orderBy });
          }}
        >
          {orderWords(level, totals, level.descending ? order.down : order.up)}
        </Blank>
        , keeping{' '}
        <Blank
          label="How many groups"
          choices={['0', '3', '5', '10', '20'].map((n) => ({ value: n, label: n === '0' ? 'all of them' : `the first ${n}` }))}
          typed={String(level.first ?? '')}
          typing="The first so many…"
          onPick={(v) => {
            if (/^\d{0,6}$/.test(v.trim())) void edit({ type: 'setLevel', level: id, first: Number(v) });
          }}
        >
          {level.first ? `the first ${level.first}` : 'all of them'}
        </Blank>
        {level.first && (
          <>
            {' and '}
            <Blank
              label="All other groups"
              choices={[
                { value: '', label: 'none of the others', hint: 'they are in no total' },
                { value: 'All others', label: 'all others as one group' },
              ]}
              typed={level.others ?? ''}
              typing="As one group, called…"
              onPick={(others) => void edit({ type: 'setLevel', level: id, others })}
            >
              {level.others ? `all others as “${level.others}”` : 'none of the others'}
            </Blank>
          </>
        )}
        {', '}
        <Blank
          label="Kept groups"
          choices={[{ value: '', label: 'whatever their totals' }]}
          expression="group"
          typed={level.keep ?? ''}
          typing="Only where a condition holds…"
          onPick={(keep) => void edit({ type: 'setLevel', level: id, keep })}
        >
          {level.keep ? `where ${level.keep}` : 'whatever their totals'}
        </Blank>
        {(level.first && !level.others) || level.keep ? ' (totals around them are without the others)' : ''}; each group starts{' '}
        <Blank
          label="Groups start"
          choices={[
            { value: '', label: 'below the one before' },
            { value: 'whole', label: 'below the one before, if it ends on the same page', hint: 'kept whole where a page can hold it' },
            { value: 'page', label: 'on a new page' },
          ]}
          onPick={(v) => void edit({ type: 'setLevel', level: id, newPage: v === 'page', together: v === 'whole' })}
        >
          {level.newPage ? 'on a new page' : level.together ? 'below the one before, if it ends on the same page' : 'below the one before'}
        </Blank>
        . On a screen, readers find them{' '}
        <Blank
          label="Open or closed"
          choices={[
            { value: '', label: 'open' },
            { value: 'closed', label: 'closed, to be opened by a click' },
          ]}
          onPick={(v) => void edit({ type: 'setLevel', level: id, closed: v === 'closed' })}
        >
          {level.closed ? 'closed, to be opened by a click' : 'open'}
        </Blank>
        . It is called{' '}
        <Blank
          label="Level name"
          typed={level.name}
          onPick={(name) => {
            if (name.trim()) void edit({ type: 'setLevel', level: id, name: name.trim() });
          }}
        >
          {level.name}
        </Blank>
        .
      </Sentence>
      <GapsSentence level={level} parameters={definition.parameters ?? []} />
      <Setting
        name="Groups under names"
        summary={level.groups?.groups?.length ? count(level.groups.groups.length, 'group') : 'each value by itself'}
      >
        <GroupsSetting
          groups={level.groups ?? undefined}
          onChange={(groups) => void edit({ type: 'setLevel', level: id, groups: groups ?? { groups: [], remaining: null } })}
        />
        <TextSetting
          label="Groups are called by (an expression)"
          value={level.label ?? ''}
          placeholder="their values"
          onCommit={(label) => void edit({ type: 'setLevel', level: id, label })}
        />
        <TextSetting
          label="Rows without a value are called"
          value={level.emptyName ?? ''}
          placeholder="(empty)"
          onCommit={(emptyName) => void edit({ type: 'setLevel', level: id, emptyName })}
        />
      </Setting>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1.5 }}>
        <Button
          variant="outlined"
          onClick={() => addChart(section.id, 'groupHeader', at + 1)}
        >{`Add a chart, drawn ${times(printed)}`}</Button>
        <Button variant="outlined" disabled={at === 0} onClick={() => void edit(moveWithin(id, section, at - 1))}>
          Move out
        </Button>
        <Button variant="outlined" disabled={at === levels.length - 1} onClick={() => void edit(moveWithin(id, section, at + 1))}>
          Move in
        </Button>
        <Button
          color="inherit"
          onClick={() => {
            void edit({ type: 'remove', ids: [id] });
            select({ kind: 'report' });
          }}
        >
          Remove the level
        </Button>
      </Box>
    </>
  );
}
