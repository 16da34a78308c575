import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { TableInfo } from '../../api/generated';
import { FieldSign } from '../../shell/FieldSign';
import { color } from '../../theme/tokens';
import { SmallLook } from '../rows/SmallLook';

/** The columns of a table with their types, and its first rows. */
export function TableLook({ database, table, onStart }: { database: string; table: TableInfo; onStart: () => void }) {
  const refers = table.references.map((r) => `${r.columns.map((c) => c.column).join(', ')} → ${r.table.replaceAll('_', ' ')}`);
  return (
    <Box sx={{ my: 0.5 }}>
      <Box sx={{ fontSize: 11, color: color.muted, mb: 0.5 }}>
        {table.keys.length > 0 && `Key: ${table.keys.join(', ')}. `}
        {refers.length > 0 && `${refers.join('; ')}.`}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 0.5, fontSize: 12 }}>
        {table.fields.map((f) => (
          <Box key={f.name} sx={{ display: 'flex', alignItems: 'center', gap: 0.5, fontWeight: table.keys.includes(f.name) ? 700 : 400 }}>
            <FieldSign type={f.type} />
            {f.name}
          </Box>
        ))}
      </Box>
      {table.problem ? (
        <Box role="alert" sx={{ color: color.problem, bgcolor: color.problemTint, px: 1, py: 0.5, mb: 0.5 }}>
          {table.problem}
        </Box>
      ) : (
        <SmallLook
          dataset={{
            id: 'look',
            name: table.name,
            database,
            source: { type: 'table', table: table.name },
            fields: table.fields,
            rowLimit: 100,
          }}
        />
      )}
      <Button size="small" variant="outlined" sx={{ mt: 0.5, mb: 0.5 }} onClick={onStart}>
        New dataset of it
      </Button>
    </Box>
  );
}
