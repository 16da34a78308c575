import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { api } from '../api/client';
import type { ExpressionTrial, Parameter } from '../api/generated';
import { color } from '../theme/tokens';
import { useAssist, useCompletions } from './assist';
import { useSame } from './useSame';

const CodeField = lazy(() => import('./CodeField'));

interface Props {
  label: string;
  value: string;
  /** A field that is being worked out cannot use itself. */
  itself?: string;
  /** True where totals can be used; they are not tried out on single rows. */
  group?: boolean;
  onChange: (value: string) => void;
  onSubmit: () => void;
}

const pause = 250;

/** An expression being written: completion, what it gives for the first rows, and what is wrong under the very character. */
export function ExpressionEditor({ label, value, itself, group = false, onChange, onSubmit }: Props) {
  const assist = useAssist();
  const submit = useRef(onSubmit);
  submit.current = onSubmit;
  const take = useMemo(() => () => submit.current(), []);
  const completions = useSame(useCompletions(assist, group, itself));
  const [tried, setTried] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setTried(value), pause);
    return () => clearTimeout(timer);
  }, [value]);
  const trial = useQuery({
    queryKey: ['try', tried, itself, JSON.stringify(assist)],
    queryFn: ({ signal }) =>
      api.tryExpression(
        { definition: assist!.dataset, expression: tried, itself, parameters: assist!.parameters, values: assist!.values },
        signal,
      ),
    enabled: assist !== undefined && !group && tried.trim() !== '',
    placeholderData: (previous) => previous,
    gcTime: 10_000,
  });
  return (
    <Box>
      <Box sx={{ border: `1px solid ${color.line}`, borderRadius: 1, overflow: 'visible', minHeight: 34, bgcolor: color.paper }}>
        <Suspense fallback={<Box sx={{ p: 1, fontFamily: 'Noto Sans Mono', fontSize: 12.5 }}>{value}</Box>}>
          <CodeField label={label} value={value} onChange={onChange} onSubmit={take} completions={completions} />
        </Suspense>
      </Box>
      {trial.data && <Trial text={tried} trial={trial.data} onCreate={assist?.addParameter} />}
    </Box>
  );
}

function Trial({ text, trial, onCreate }: { text: string; trial: ExpressionTrial; onCreate?: (parameter: Parameter) => void }) {
  const missing = trial.missing;
  if (trial.problem) {
    return (
      <Box role="alert" sx={{ mt: 0.75, px: 1, py: 0.5, borderRadius: 1, bgcolor: color.problemTint, fontSize: 12 }}>
        {trial.problem.message} <b>{trial.problem.mends?.join(' ')}</b>
        {trial.problem.position != null && !text.includes('\n') && (
          <Box component="pre" sx={{ m: 0, overflow: 'auto', fontFamily: 'Noto Sans Mono', fontSize: 11 }}>
            {text}
            {'\n'}
            {' '.repeat(trial.problem.position)}^
          </Box>
        )}
        {missing && onCreate && (
          <Button size="small" variant="outlined" sx={{ my: 0.5 }} onClick={() => onCreate(missing)}>
            {`Create parameter :${missing.name}`}
          </Button>
        )}
      </Box>
    );
  }
  return (
    <Box aria-label="Result for the first rows" sx={{ mt: 0.75, fontSize: 12, color: color.muted, overflow: 'auto' }}>
      {trial.results.length === 0 ? (
        `${trial.type}; there are no rows to try it on.`
      ) : (
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            '& th, & td': { textAlign: 'left', pr: 1.5, fontWeight: 400, whiteSpace: 'nowrap' },
            '& td:first-of-type, & th:first-of-type': { color: color.ink, fontWeight: 600 },
          }}
        >
          <thead>
            <tr>
              <th>{trial.type}</th>
              {trial.inputs.map((i) => (
                <th key={i.field}>{i.field}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {trial.results.map((result, row) => (
              <tr key={row}>
                <td>{result ?? '–'}</td>
                {trial.inputs.map((i) => (
                  <td key={i.field}>{i.values[row] ?? '–'}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </Box>
  );
}
