import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { getDatasetOptions } from '../api/generated/@tanstack/react-query.gen';
import { caption } from '../shell/caption';
import { Message } from '../shell/Message';
import { FieldSign } from '../shell/FieldSign';
import { color } from '../theme/tokens';
import { fieldOfBase } from './document/dataset';
import { fromApi, type Dataset } from './document/types';

/** The dataset that this one starts from, with its fields to pick. */
export function DerivedCard({ dataset, from, onEdit }: { dataset: Dataset; from: string; onEdit: (next: Dataset) => void }) {
  const basis = useQuery({ ...getDatasetOptions({ path: { id: from } }), retry: false });
  if (basis.error)
    return (
      <Message problem title="What it starts from is gone">
        {basis.error.message} Restore it, or start again from another dataset.
      </Message>
    );
  if (!basis.data) return <Message title="Opening…" />;
  const fields = dataset.fields ?? [];
  const picked = (name: string) => fields.find((f) => !f.expression && (f.column ?? f.name) === name);
  return (
    <Box sx={{ height: '100%', overflow: 'auto', bgcolor: color.desk, p: 2 }}>
      <Box
        sx={{
          maxWidth: 640,
          mx: 'auto',
          bgcolor: color.paper,
          border: `1px solid ${color.line}`,
          borderRadius: 1,
          boxShadow: '0 1px 4px rgba(31,42,48,.15)',
        }}
      >
        <Box sx={{ px: 1.5, py: 1, borderBottom: `1px solid ${color.line}`, bgcolor: color.panel, borderRadius: '6px 6px 0 0' }}>
          Starts from the rows of{' '}
          <Box component={Link} to={`/data/${from}`} sx={{ fontWeight: 700, color: color.main }}>
            {basis.data.definition.name}
          </Box>
          , after its own conditions.{' '}
          <Box component="span" sx={{ color: color.muted }}>
            Fields that are ticked are taken over.
          </Box>
        </Box>
        <Box
          sx={{
            p: 1,
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(180px, 1fr))',
            '& input': { accentColor: color.main },
          }}
        >
          {(fromApi(basis.data.definition).fields ?? []).map((f) => {
            const there = picked(f.name);
            const toggle = () => onEdit({ ...dataset, fields: there ? fields.filter((o) => o !== there) : [...fields, fieldOfBase(f)] });
            return (
              <Box component="label" key={f.name} sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.25, cursor: 'pointer' }}>
                <input type="checkbox" checked={there !== undefined} onChange={toggle} aria-label={f.name} />
                <FieldSign type={f.type} worked={f.expression != null} />
                {caption(f)}
              </Box>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}
