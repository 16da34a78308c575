import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { CrosstabCell, CrosstabLine, CrosstabView, LinkAction } from '../../api/generated';
import { count } from '../../shell/count';
import { color } from '../../theme/tokens';
import { CrosstabHead } from './CrosstabHead';
import { Follow, PlainButton, tableCell } from './crosstabParts';
import { copied, foldable, headed, keyOf, shown, sorted, type SortBy } from './crosstabOrder';

interface Props {
  view: CrosstabView;
  /** The address of the CSV file. */
  file: string;
  onFollow: (action: LinkAction) => void;
  onTrace: (mark: string) => void;
}

export function CrosstabTable({ view, file, onFollow, onTrace }: Props) {
  const [order, setOrder] = useState<SortBy>();
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set(view.closed));
  const { enqueueSnackbar } = useSnackbar();
  const table = useRef<HTMLTableElement>(null);
  const lines = headed(shown(sorted(view.lines, order), closed), view.isStepped ?? false);
  const heads = view.corner.length;
  const fold = (key: string) => {
    const next = new Set(closed);
    if (!next.delete(key)) next.add(key);
    setClosed(next);
  };
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(copied(view, lines));
      enqueueSnackbar(`${count(lines.length, 'row')} copied; a spreadsheet takes them as cells.`, { variant: 'info' });
    } catch {
      enqueueSnackbar('The browser does not let this page copy. Save it as CSV instead.', { variant: 'info' });
    }
  };
  const act = (cell: CrosstabCell, traces: boolean) => {
    if (cell.mark && (traces || !cell.action)) onTrace(cell.mark);
    else if (cell.action) onFollow(cell.action);
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mb: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => void copy()}>
          Copy
        </Button>
        <Button size="small" variant="outlined" component="a" href={file}>
          Save as CSV
        </Button>
        {order && (
          <Button size="small" onClick={() => setOrder(undefined)}>
            In the order of the report
          </Button>
        )}
        <Box sx={{ color: color.muted, fontSize: 12 }}>
          A heading puts the rows in its order. Enter on a number opens what it leads to, Alt+Enter says where it comes from.
        </Box>
      </Box>
      <Box sx={{ maxHeight: '62vh', overflow: 'auto', border: `1px solid ${color.line}`, scrollPadding: '64px 8px 8px 200px' }}>
        <Box
          component="table"
          ref={table}
          aria-label={view.title}
          onKeyDown={(e) => walk(e, table.current!)}
          sx={{ borderCollapse: 'separate', borderSpacing: 0, fontSize: 13, width: '100%' }}
        >
          <CrosstabHead view={view} order={order} onOrder={setOrder} onFollow={onFollow} />
          <tbody>
            {lines.map((line, r) => (
              <Box component="tr" key={keyOf(line)} sx={{ bgcolor: line.kind === 'leaf' ? color.paper : color.panel }}>
                {view.corner.map((_, c) => (
                  <RowHeading key={c} view={view} line={line} row={r} column={c} closed={closed} onFold={fold} onFollow={onFollow} />
                ))}
                {line.cells.map((cell, c) => (
                  <Box
                    component="td"
                    key={c}
                    data-at={`${r},${heads + c}`}
                    tabIndex={r === 0 && c === 0 ? 0 : -1}
                    onClick={(e) => act(cell, e.altKey)}
                    onKeyDown={(e) => e.key === 'Enter' && act(cell, e.altKey)}
                    title={cell.action ? `Opens ${cell.action.title}` : undefined}
                    sx={{
                      ...tableCell,
                      textAlign: 'right',
                      fontWeight: line.kind === 'leaf' ? 400 : 600,
                      cursor: cell.mark ? 'pointer' : undefined,
                      color: cell.action ? color.link : undefined,
                      '&:focus': { outline: `2px solid ${color.main}`, outlineOffset: -2 },
                    }}
                  >
                    {cell.text}
                  </Box>
                ))}
              </Box>
            ))}
          </tbody>
        </Box>
      </Box>
      <LeftOut view={view} />
    </>
  );
}

function RowHeading({
  view,
  line,
  row,
  column,
  closed,
  onFold,
  onFollow,
}: {
  view: CrosstabView;
  line: CrosstabLine;
  row: number;
  column: number;
  closed: ReadonlySet<string>;
  onFold: (key: string) => void;
  onFollow: (action: LinkAction) => void;
}) {
  const group = foldable(view, line, column, closed);
  const text = line.headings[column];
  const isOpen = group !== undefined && !closed.has(group);
  return (
    <Box
      component="th"
      scope="row"
      data-at={`${row},${column}`}
      tabIndex={-1}
      sx={{
        ...tableCell,
        textAlign: 'left',
        bgcolor: 'inherit',
        fontWeight: line.kind === 'leaf' ? 400 : 600,
        ...(column === 0 && { position: 'sticky', left: 0, zIndex: 1 }),
        ...(view.isStepped && column === 0 && { pl: 1 + 2 * Math.max(0, line.groups.length - 1) }),
      }}
    >
      {group !== undefined && (
        <PlainButton label={`${isOpen ? 'Close' : 'Open'} ${text}`} expanded={isOpen} onClick={() => onFold(group)}>
          {isOpen ? '▾' : '▸'}
        </PlainButton>
      )}{' '}
      {text}
      {line.action && text !== '' && column === (view.isStepped ? 0 : line.groups.length - 1) && (
        <Follow action={line.action} of={text} onFollow={onFollow} />
      )}
    </Box>
  );
}

/** One cell is a stop of the Tab key; arrow keys go on from there. */
function walk(e: KeyboardEvent<HTMLTableElement>, table: HTMLTableElement) {
  const cell = (e.target as HTMLElement).closest<HTMLElement>('[data-at]');
  if (!cell) return;
  const [row, column] = cell.dataset.at!.split(',').map(Number);
  const at = (r: number, c: number) => table.querySelector<HTMLElement>(`[data-at="${r},${c}"]`);
  const steps: Record<string, [number, number] | undefined> = {
    ArrowRight: [0, 1],
    ArrowLeft: [0, -1],
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
  };
  const step = steps[e.key];
  const last = cell.parentElement!.querySelectorAll('[data-at]').length - 1;
  const next = step ? at(row + step[0], column + step[1]) : e.key === 'Home' ? at(row, 0) : e.key === 'End' ? at(row, last) : undefined;
  if (!next) return;
  e.preventDefault();
  table.querySelectorAll('[data-at][tabindex="0"]').forEach((one) => one.setAttribute('tabindex', '-1'));
  next.setAttribute('tabindex', '0');
  next.focus();
}

function LeftOut({ view }: { view: CrosstabView }) {
  const rows = Number(view.linesLeftOut);
  const columns = Number(view.columnsLeftOut);
  if (rows + columns === 0) return null;
  const said = [rows > 0 && count(rows, 'more row'), columns > 0 && count(columns, 'more column')].filter(Boolean).join(' and ');
  return (
    <Box role="note" sx={{ mt: 1, fontSize: 13 }}>
      {`Not shown here: ${said}.${rows > 0 ? ' The CSV file has all rows that are printed.' : ''}`}
    </Box>
  );
}
