import Box from '@mui/material/Box';
import type { TableInfo } from '../../api/generated';
import { Message } from '../../shell/Message';
import { color } from '../../theme/tokens';
import { tableWords } from '../document/tableWords';

/** A dataset without tables: those to start with, each with what it holds. */
export function FirstTable({ schema, onPick }: { schema: TableInfo[]; onPick: (table: string) => void }) {
  if (schema.length === 0)
    return <Message title="This database has no tables">Choose another one at the right, or upload one on the page Data.</Message>;
  return (
    <Box sx={{ height: '100%', overflow: 'auto', bgcolor: color.desk, p: 2 }} tabIndex={0} aria-label="Tables to start with">
      <Box component="h2" sx={{ fontSize: 15, m: 0, mb: 0.5 }}>
        Start with a table
      </Box>
      <Box sx={{ color: color.muted, mb: 1.5 }}>
        Take the one with a row for each thing you want to list. Others are joined to it later, along their keys.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(210px, 1fr))', gap: 1 }}>
        {schema.map((table) => (
          <Box
            component="button"
            key={table.name}
            onClick={() => onPick(table.name)}
            sx={{
              textAlign: 'left',
              font: 'inherit',
              color: 'inherit',
              cursor: 'pointer',
              p: 1,
              bgcolor: color.paper,
              border: `1px solid ${color.line}`,
              borderRadius: 1,
              minWidth: 0,
              '&:hover': { borderColor: color.main },
            }}
          >
            <Box sx={{ display: 'flex', gap: 1 }}>
              <Box sx={{ fontWeight: 600, flex: 1 }}>{table.name.replaceAll('_', ' ')}</Box>
              <Box sx={{ color: color.muted }}>{tableWords(table)}</Box>
            </Box>
            <Box sx={{ fontSize: 12, color: color.muted, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
              {table.fields.map((f) => f.name).join(', ')}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
