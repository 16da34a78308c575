import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { api } from '../api/client';
import type { Parameter, TableInfo } from '../api/generated';
import { useSame } from '../code/useSame';
import { count } from '../shell/count';
import { color } from '../theme/tokens';
import { guessedParameter } from './document/dataset';
import type { Dataset } from './document/types';

const CodeField = lazy(() => import('../code/CodeField'));

/** A period is named by its two ends, and every one by a flag: neither is a parameter of its own. */
const declares = (dataset: Dataset, name: string) =>
  (dataset.parameters ?? []).some((p) =>
    [p.name, `${p.name}_every`, ...(p.shape === 'period' ? [`${p.name}_from`, `${p.name}_to`] : [])].includes(name),
  );

const completionsOf = (parameter: Parameter) =>
  (parameter.shape === 'period' ? [`${parameter.name}_from`, `${parameter.name}_to`] : [parameter.name]).map((name) => ({
    label: `:${name}`,
    type: 'variable',
    detail: parameter.label ?? undefined,
  }));

/** SQL by hand: one SELECT statement, whose columns are taken over as fields, and whose :names are proposed as parameters. */
export function SqlEditor({ dataset, schema, onEdit }: { dataset: Dataset; schema: TableInfo[]; onEdit: (next: Dataset) => void }) {
  const { enqueueSnackbar } = useSnackbar();
  const sql = dataset.source.type === 'query' ? dataset.source.sql : '';
  const [draft, setDraft] = useState(sql);
  const [named, setNamed] = useState<string[]>([]);
  useEffect(() => setDraft(sql), [sql]);
  const read = () =>
    api.describeSql(dataset.database, draft).then(
      ({ fields, parameters }) => {
        setNamed(parameters);
        // Fields that were there keep their labels and types.
        onEdit({
          ...dataset,
          source: { type: 'query', sql: draft },
          fields: [
            ...fields.map((c) => dataset.fields?.find((f) => f.name === c.name && !f.expression) ?? c),
            ...(dataset.fields ?? []).filter((f) => f.expression),
          ],
        });
      },
      (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
    );
  const run = useRef(read);
  run.current = read;
  const submit = useMemo(() => () => void run.current(), []);
  const tables = useMemo(() => Object.fromEntries(schema.map((t) => [t.name, t.fields.map((f) => f.name)])), [schema]);
  const completions = useSame((dataset.parameters ?? []).flatMap(completionsOf));
  const missing = named.filter((n) => !declares(dataset, n));
  return (
    <Box sx={{ height: '100%', display: 'flex', gap: 1.5, p: 1.5, bgcolor: color.desk }}>
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
        <Box
          sx={{
            flex: 1,
            minHeight: 0,
            overflow: 'auto',
            bgcolor: color.paper,
            border: `1px solid ${color.line}`,
            borderRadius: 1,
            '& .cm-theme-light, & .cm-editor': { height: '100%' },
          }}
        >
          <Suspense
            fallback={
              <Box component="pre" sx={{ m: 0, p: 1.25 }}>
                {draft}
              </Box>
            }
          >
            <CodeField
              label="SQL"
              value={draft}
              onChange={setDraft}
              onSubmit={submit}
              completions={completions}
              tables={tables}
              height="100%"
            />
          </Suspense>
        </Box>
        {missing.length > 0 && (
          <Box
            role="status"
            sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1, py: 0.5, borderRadius: 1, bgcolor: color.mainTint }}
          >
            The SQL asks for {missing.map((n) => `:${n}`).join(', ')}.
            <Button
              size="small"
              variant="outlined"
              sx={{ ml: 'auto', bgcolor: color.paper }}
              onClick={() => onEdit({ ...dataset, parameters: [...(dataset.parameters ?? []), ...missing.map(guessedParameter)] })}
            >
              {missing.length === 1 ? 'Make a parameter of it' : `Make ${count(missing.length, 'parameter')} of them`}
            </Button>
          </Box>
        )}
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <Button variant="outlined" sx={{ bgcolor: color.paper }} disabled={!draft.trim()} onClick={submit}>
            Read it
          </Button>
          <Box sx={{ color: color.muted, fontSize: 12 }}>
            Ctrl + Enter reads it too. One SELECT statement; it can only read. Written by hand, it cannot be turned back into cards.
            {draft !== sql ? <b> Not read yet.</b> : ''}
          </Box>
        </Box>
      </Box>
      <Box
        sx={{
          width: 200,
          flex: 'none',
          overflow: 'auto',
          fontSize: 12,
          bgcolor: color.panel,
          border: `1px solid ${color.line}`,
          borderRadius: 1,
          p: 1,
        }}
        tabIndex={0}
        aria-label="Tables and their columns"
      >
        {schema.map((t) => (
          <Box key={t.name} component="details">
            <Box component="summary" sx={{ fontWeight: 600, cursor: 'pointer' }}>
              {t.name}
            </Box>
            {t.fields.map((f) => (
              <Box key={f.name} sx={{ pl: 1.5 }}>
                {f.name}
              </Box>
            ))}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
