import Box from '@mui/material/Box';
import type { CrosstabView, LinkAction } from '../../api/generated';
import { color } from '../../theme/tokens';
import { Follow, PlainButton, tableCell } from './crosstabParts';
import type { SortBy } from './crosstabOrder';

/** The headings of columns; those of single columns put the rows in order. */
export function CrosstabHead({
  view,
  order,
  onOrder,
  onFollow,
}: {
  view: CrosstabView;
  order?: SortBy;
  onOrder: (order?: SortBy) => void;
  onFollow: (action: LinkAction) => void;
}) {
  /** Largest first, then smallest first, then as the report has them. */
  const next = (column: number): SortBy | undefined =>
    order?.column !== column ? { column, descending: true } : order.descending ? { column, descending: false } : undefined;
  const direction = (column: number) => (order?.column !== column ? 'none' : order.descending ? 'descending' : 'ascending');
  const head = { ...tableCell, bgcolor: color.panel, fontWeight: 600, verticalAlign: 'bottom' } as const;
  return (
    <Box component="thead" sx={{ position: 'sticky', top: 0, zIndex: 3, bgcolor: color.panel }}>
      {view.head.map((row, r) => (
        <tr key={r}>
          {r === 0 &&
            view.corner.map((text, c) => (
              <Box
                component="th"
                scope="col"
                key={c}
                rowSpan={view.head.length}
                sx={{ ...head, textAlign: 'left', ...(c === 0 && { position: 'sticky', left: 0 }) }}
              >
                {text}
              </Box>
            ))}
          {row.map((cell) => {
            const column = Number(cell.column);
            const isLowest = Number(cell.columns) === 1 && r + Number(cell.rows) === view.head.length;
            return (
              <Box
                component="th"
                scope={Number(cell.columns) > 1 ? 'colgroup' : 'col'}
                key={column}
                colSpan={Number(cell.columns)}
                rowSpan={Number(cell.rows)}
                aria-sort={isLowest ? direction(column) : undefined}
                sx={{ ...head, textAlign: 'right' }}
              >
                {isLowest ? (
                  <PlainButton label={`Put the rows in order of ${cell.text || 'this column'}`} onClick={() => onOrder(next(column))}>
                    {`${cell.text || '–'}${order?.column === column ? (order.descending ? ' ▾' : ' ▴') : ''}`}
                  </PlainButton>
                ) : (
                  cell.text
                )}
                {cell.action && <Follow action={cell.action} of={cell.text} onFollow={onFollow} />}
              </Box>
            );
          })}
        </tr>
      ))}
    </Box>
  );
}
