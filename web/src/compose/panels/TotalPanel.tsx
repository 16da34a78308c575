import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';
import { bandName, findColumn, words, type Placed } from '../definition';
import { AddTotals } from './AddTotals';
import { PanelHead } from './PanelHead';
import { StyleSetting } from './StyleSetting';
import { useAggregates } from './useAggregates';
import { WhenSetting } from './WhenSetting';

/** A subtotal in a header or footer. */
export function TotalPanel({ placed }: { placed: Placed }) {
  const total = placed.element;
  const { definition, edit, setElement, select } = useCompose('definition', 'edit', 'setElement', 'select');
  const aggregates = useAggregates();
  if (!definition || total.type !== 'total') return null;
  const column = findColumn(definition, total.column);
  const aggregate = total.aggregate ?? 'sum';
  return (
    <>
      <PanelHead>{`Subtotal in the ${bandName(placed.section, placed.band, placed.level).toLowerCase()}`}</PanelHead>
      <Sentence>
        Show the{' '}
        <Blank
          label="Kind of total"
          choices={aggregates.map((a) => ({ value: a.name, label: a.noun }))}
          onPick={(v) => void setElement(total.id, { aggregate: v } as Partial<typeof total>)}
        >
          {aggregates.find((a) => a.name === aggregate)?.noun ?? aggregate}
        </Blank>{' '}
        of <b>{column ? words(definition, column.expression, placed.section) : '?'}</b> over the rows of{' '}
        {placed.level ? 'this group' : 'the report'}.
      </Sentence>
      <Box sx={{ mb: 1.5 }}>{column && <AddTotals column={column.id} aggregate={aggregate} />}</Box>
      <WhenSetting element={total} />
      <StyleSetting element={total} />
      <Button
        color="inherit"
        sx={{ mt: 1, ml: -0.75 }}
        onClick={() => {
          void edit({ type: 'remove', ids: [total.id] });
          select({ kind: 'report' });
        }}
      >
        Remove the subtotal
      </Button>
    </>
  );
}
