import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Aggregate, Element } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';
import { bandName, findColumn, words, type Placed } from '../definition';
import { AddTotals } from './AddTotals';
import { PanelHead } from './PanelHead';
import { StyleSetting } from './StyleSetting';
import { aggregates } from './aggregates';

/** A subtotal in a header or footer. */
export function TotalPanel({ total, placed }: { total: Element; placed: Placed }) {
  const { definition, edit, select } = useCompose();
  if (!definition || total.type !== 'total') return null;
  const column = findColumn(definition, total.column);
  const aggregate = total.aggregate ?? 'sum';
  return (
    <>
      <PanelHead>{`Subtotal in the ${bandName(definition, placed.band, placed.level).toLowerCase()}`}</PanelHead>
      <Sentence>
        Show the <Blank label="Kind of total" choices={aggregates} onPick={(v) => void edit({ type: 'setElement', element: { ...total, aggregate: v as Aggregate } })}>{aggregates.find((a) => a.value === aggregate)!.label}</Blank> of <b>{column ? words(definition, column.expression) : '?'}</b> over the rows of {placed.level ? 'this group' : 'the report'}.
      </Sentence>
      <Box sx={{ mb: 1.5 }}>{column && <AddTotals column={column.id} aggregate={aggregate} />}</Box>
      <StyleSetting element={total} />
      <Button color="inherit" sx={{ mt: 1, ml: -0.75 }} onClick={() => { void edit({ type: 'deleteElement', element: total.id }); select({ kind: 'report' }); }}>Remove the subtotal</Button>
    </>
  );
}
