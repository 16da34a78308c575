import Box from '@mui/material/Box';
import { Handle, Position, useUpdateNodeInternals, type Node, type NodeProps } from '@xyflow/react';
import { useEffect } from 'react';
import type { TableInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import type { Field } from '../document/types';
import { tableWords } from '../document/tableWords';

export type TableNode = Node<
  {
    id: string;
    table: string;
    info?: TableInfo;
    picked: Set<string>;
    open: boolean;
    unmatched: boolean;
    onToggle: (column: Field) => void;
    onRemove: () => void;
  },
  'table'
>;

/** A table of a join: its columns, those that are picked as fields ticked, each with a point at either side to draw a line from. */
export function TableCard({ id, data, width, height }: NodeProps<TableNode>) {
  // A change of the dataset between the measuring of a card and its size being known would lose where its points are.
  const findPoints = useUpdateNodeInternals();
  useEffect(() => findPoints(id), [id, width, height, findPoints]);
  return (
    <Box
      sx={{
        width: 196,
        bgcolor: color.paper,
        border: `1px solid ${data.open ? color.problem : color.line}`,
        borderRadius: 1,
        boxShadow: '0 1px 4px rgba(31,42,48,.15)',
        fontSize: 12,
        '& input': { accentColor: color.main },
      }}
      data-table={data.table}
    >
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          px: 1,
          py: 0.5,
          bgcolor: color.panel,
          borderBottom: `1px solid ${color.line}`,
          borderRadius: '6px 6px 0 0',
          cursor: 'move',
        }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ fontWeight: 700 }}>{data.table.replaceAll('_', ' ')}</Box>
          <Box sx={{ fontSize: 11, color: data.open ? color.problem : color.muted }}>
            {data.open ? 'joined to nothing yet' : data.unmatched ? 'only rows without one' : data.info ? tableWords(data.info) : 'gone'}
          </Box>
        </Box>
        <Box
          component="button"
          className="nodrag"
          aria-label={`Take ${data.table} out`}
          onClick={data.onRemove}
          sx={{
            border: 0,
            bgcolor: 'transparent',
            cursor: 'pointer',
            color: color.muted,
            fontSize: 14,
            '&:hover': { color: color.problem },
          }}
        >
          ×
        </Box>
      </Box>
      <Box className="nowheel nodrag" sx={{ py: 0.25 }}>
        {data.info?.fields.map((column) => {
          const key =
            data.info!.keys.includes(column.name) || data.info!.references.some((r) => r.columns.some((c) => c.column === column.name));
          return (
            <Box key={column.name} sx={{ position: 'relative', display: 'flex', alignItems: 'center', px: 1, height: 20 }}>
              <Handle type="target" position={Position.Left} id={column.name} style={{ background: key ? color.main : color.line }} />
              <Box component="label" sx={{ display: 'flex', gap: 0.75, alignItems: 'center', minWidth: 0, cursor: 'pointer' }}>
                <input
                  type="checkbox"
                  checked={data.picked.has(column.name)}
                  disabled={data.unmatched}
                  onChange={() => data.onToggle(column)}
                  aria-label={`${data.table} ${column.name}`}
                />
                <Box
                  component="span"
                  sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', fontWeight: key ? 600 : 400 }}
                >
                  {column.name}
                </Box>
              </Box>
              <Handle type="source" position={Position.Right} id={column.name} style={{ background: key ? color.main : color.line }} />
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
