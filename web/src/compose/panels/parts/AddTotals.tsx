import Button from '@mui/material/Button';
import { count } from '../../../shell/count';
import { useCompose } from '../../store/composeStore';
import { sectionOfColumn } from '../../document/definition';
import { useAggregates } from '../../store/useAggregates';

/** One gesture that adds a subtotal to the footers of all groups and of the report. */
export function AddTotals({ column, aggregate }: { column: string; aggregate: string }) {
  const definition = useCompose((s) => s.definition);
  const { edit } = useCompose.getState();
  const gesture = useAggregates().find((a) => a.name === aggregate)?.gesture;
  if (!definition || !gesture) return null;
  const footers = (sectionOfColumn(definition, column).levels?.length ?? 0) + 1;
  const where = footers === 1 ? 'the report footer' : `all ${count(footers, 'footer')}`;
  return <Button variant="outlined" onClick={() => void edit({ type: 'addTotals', column, aggregate })}>{`${gesture} in ${where}`}</Button>;
}
