import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { count, times } from '../../../shell/count';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { useCompose } from '../../store/composeStore';
import { findLevel, sectionOfLevel } from '../../document/definition';
import { moveWithin } from '../../store/edits';
import { AddCalculatedRow } from '../parts/AddCalculatedRow';
import { GapsSentence } from '../parts/GapsSentence';
import { GroupBlanks, type GroupedBy } from '../parts/GroupBlanks';
import { NamesOfGroups } from '../parts/NamesOfGroups';
import { StayButton } from '../../../shell/StayButton';
import { PanelHead } from '../parts/PanelHead';
import { useAddChart } from '../../store/useAddChart';
import { AddCrosstab } from '../crosstab/AddCrosstab';
import { RemoveButton } from '../parts/RemoveButton';

const usual = (name: string) => (name === 'first' ? 0 : name === 'groups' ? { groups: [], remaining: null } : '');

/** One grouping level. */
export function LevelPanel({ id }: { id: string }) {
  const { definition, view, edit } = useCompose('definition', 'view', 'edit');
  const addChart = useAddChart();
  const level = definition && findLevel(definition, id);
  if (!definition || !level) return null;
  const section = sectionOfLevel(definition, id);
  const levels = section.levels ?? [];
  const at = levels.findIndex((l) => l.id === id);
  const printed = Number(view?.bands.find((b) => b.section === section.id && b.kind === 'groupHeader' && b.level === at + 1)?.printed ?? 0);
  /** The edit takes what is empty for what is usual, and null for what stays. */
  const set = ({ fill, ...change }: Partial<GroupedBy>) =>
    void edit({
      type: 'setLevel',
      level: id,
      ...Object.fromEntries(Object.entries(change).map(([name, value]) => [name, value ?? usual(name)])),
      ...(fill !== undefined && { fillGaps: fill !== null, fillFrom: fill?.from ?? '', fillTo: fill?.to ?? '' }),
    });
  return (
    <>
      <PanelHead>{`Level, printed ${times(printed)}`}</PanelHead>
      <Sentence>
        Group the rows by <GroupBlanks grouping={level} definition={definition} section={section} onChange={set} />; each group starts{' '}
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
      <FormControlLabel
        sx={{ mb: 1 }}
        control={
          <Switch
            size="small"
            checked={level.omitZero ?? false}
            onChange={(_, omitZero) => void edit({ type: 'setLevel', level: id, omitZero })}
          />
        }
        label="Leave out groups whose totals are all zero"
      />
      <GapsSentence grouping={level} parameters={definition.parameters ?? []} onChange={set} />
      <Setting
        name="Groups under names"
        summary={level.groups?.groups?.length ? count(level.groups.groups.length, 'group') : 'each value by itself'}
      >
        <NamesOfGroups grouping={level} onChange={set} />
      </Setting>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap', mt: 1.5 }}>
        <Button
          variant="outlined"
          onClick={() => addChart(section.id, 'groupHeader', at + 1)}
        >{`Add a chart, drawn ${times(printed)}`}</Button>
        <AddCrosstab section={section} band="groupHeader" level={at + 1}>{`Add a crosstab, printed ${times(printed)}`}</AddCrosstab>
        <AddCalculatedRow section={section} />
        <StayButton variant="outlined" disabled={at === 0} onClick={() => void edit(moveWithin(id, section, at - 1))}>
          Move out
        </StayButton>
        <StayButton variant="outlined" disabled={at === levels.length - 1} onClick={() => void edit(moveWithin(id, section, at + 1))}>
          Move in
        </StayButton>
        <RemoveButton ids={[id]}>Remove the level</RemoveButton>
      </Box>
    </>
  );
}
