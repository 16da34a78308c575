import Button from '@mui/material/Button';
import type { Aggregate } from '../../api/generated';
import { count } from '../../shell/count';
import { useCompose } from '../composeStore';
import { mainSection } from '../definition';

/** One gesture that adds a subtotal to the footers of all groups and of the report. */
export function AddTotals({ column, aggregate }: { column: string; aggregate: Aggregate }) {
  const { definition, edit } = useCompose();
  if (!definition) return null;
  const footers = (mainSection(definition).levels?.length ?? 0) + 1;
  const words = { sum: 'Add it up', avg: 'Average it', count: 'Count it', min: 'Show the smallest', max: 'Show the largest' }[aggregate];
  return <Button variant="outlined" onClick={() => void edit({ type: 'addTotals', column, aggregate })}>{`${words} in ${footers === 1 ? 'the report footer' : `all ${count(footers, 'footer')}`}`}</Button>;
}
