import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { times } from '../../shell/count';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';
import { useFieldNames } from '../useFieldNames';
import { directions, findLevel, offeredFields, sectionOfLevel, words } from '../definition';
import { moveWithin } from '../edits';
import { caption } from '../../shell/caption';
import { PanelHead } from './PanelHead';
import { useAddChart } from './chart/useAddChart';

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
          choices={offeredFields(definition, section).map((f) => ({ value: written(f.name), label: caption(f).toLowerCase() }))}
          onPick={(by) => void edit({ type: 'setLevel', level: id, by })}
        >
          {words(definition, level.by, section)}
        </Blank>
        ,{' '}
        <Blank
          label="Order of groups"
          choices={[
            { value: '', label: order.up },
            { value: 'down', label: order.down },
          ]}
          onPick={(v) => void edit({ type: 'setLevel', level: id, descending: v === 'down' })}
        >
          {level.descending ? order.down : order.up}
        </Blank>
        ; each group starts{' '}
        <Blank
          label="Groups start"
          choices={[
            { value: '', label: 'below the one before' },
            { value: 'page', label: 'on a new page' },
          ]}
          onPick={(v) => void edit({ type: 'setLevel', level: id, newPage: v === 'page' })}
        >
          {level.newPage ? 'on a new page' : 'below the one before'}
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
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
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
