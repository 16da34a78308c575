import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { api } from '../api/client';
import type { TableInfo } from '../api/generated';
import { color } from '../theme/tokens';
import type { Dataset } from './types';

/** SQL by hand: one SELECT statement, whose columns are taken over as fields. */
export function SqlEditor({ dataset, schema, onEdit }: { dataset: Dataset; schema: TableInfo[]; onEdit: (next: Dataset) => void }) {
  const { enqueueSnackbar } = useSnackbar();
  const sql = dataset.source.type === 'query' ? dataset.source.sql : '';
  const [draft, setDraft] = useState(sql);
  useEffect(() => setDraft(sql), [sql]);
  const run = () => api.describeSql(dataset.database, draft).then(
    // Fields that were there keep their labels and types.
    (columns) => onEdit({ ...dataset, source: { type: 'query', sql: draft }, fields: [...columns.map((c) => dataset.fields?.find((f) => f.name === c.name && !f.expression) ?? c), ...(dataset.fields ?? []).filter((f) => f.expression)] }),
    (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
  );
  return (
    <Box sx={{ height: '100%', display: 'flex', gap: 1.5, p: 1.5, bgcolor: color.desk }}>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
        <Box component="textarea" aria-label="SQL" spellCheck={false} value={draft} placeholder="SELECT … FROM …" onChange={(e: React.ChangeEvent<HTMLTextAreaElement>) => setDraft(e.target.value)} onKeyDown={(e: React.KeyboardEvent) => { if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) { e.preventDefault(); void run(); } }} sx={{ flex: 1, p: 1.25, resize: 'none', fontFamily: 'Noto Sans Mono', fontSize: 12.5, lineHeight: 1.5, color: color.ink, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1 }} />
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <Button variant="outlined" sx={{ bgcolor: color.paper }} disabled={!draft.trim()} onClick={() => void run()}>Read it</Button>
          <Box sx={{ color: color.muted, fontSize: 12 }}>Ctrl + Enter reads it too. One SELECT statement; it can only read.{draft !== sql ? ' Not read yet.' : ''}</Box>
        </Box>
      </Box>
      <Box sx={{ width: 200, flex: 'none', overflow: 'auto', fontSize: 12, bgcolor: color.panel, border: `1px solid ${color.line}`, borderRadius: 1, p: 1 }} tabIndex={0} aria-label="Tables and their columns">
        {schema.map((t) => <Box key={t.name} component="details"><Box component="summary" sx={{ fontWeight: 600, cursor: 'pointer' }}>{t.name}</Box>{t.fields.map((f) => <Box key={f.name} sx={{ pl: 1.5 }}>{f.name}</Box>)}</Box>)}
      </Box>
    </Box>
  );
}
