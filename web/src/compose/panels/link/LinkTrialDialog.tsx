import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useRef, useState } from 'react';
import { api } from '../../../api/client';
import { getLinkMapQueryKey } from '../../../api/generated/@tanstack/react-query.gen';
import type { LinkAction, LinkTrial, TriedMark, ValueSource } from '../../../api/generated';
import { writeAddress } from '../../../read/run/address';
import { LookDialog } from '../../../shell/LookDialog';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { findElement } from '../../document/definition';
import { requestOf } from '../../session/request';
import { linksOf, together } from '../../store/linkPlace';

/** A link tried with everything that can be clicked: what each would carry, what opens, and whether it adds up. */
export function LinkTrialDialog({ on, index, onClose }: { on: string; index: number; onClose: () => void }) {
  const { id, edit } = useCompose('id', 'edit');
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const name = useRef(crypto.randomUUID());
  const [stopped, setStopped] = useState(false);
  const trial = useQuery({
    queryKey: ['link trial', name.current],
    queryFn: async ({ signal }) => {
      const report = requestOf(useCompose.getState());
      if (!report) throw new Error('There is no report.');
      const result = await api.tryLink({ report: { ...report, follow: name.current }, id: id || null, on, index }, signal);
      void client.invalidateQueries({ queryKey: getLinkMapQueryKey() });
      return result;
    },
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  const progress = useQuery({
    queryKey: ['link trial progress', name.current],
    queryFn: () => api.composeProgress(name.current),
    enabled: trial.isFetching,
    refetchInterval: 500,
    gcTime: 0,
  });
  const stop = () => {
    setStopped(true);
    void client.cancelQueries({ queryKey: ['link trial', name.current] });
  };
  /** Gives a key that is missing to the first parameter of the target that gets nothing yet; the sentence shows it. */
  const mend = async (key: string) => {
    const from: ValueSource =
      key === 'series' ? { type: 'series' } : key === 'category' ? { type: 'category' } : { type: 'level', level: key };
    const now = linksOf(findElement(useCompose.getState().definition!, on)?.element.link)[index];
    const names = now?.report ? ((await api.report(now.report)).definition.parameters ?? []).map((p) => p.name) : [];
    const free = names.find((name) => !now.carries?.some((c) => c.parameter === name));
    if (!free) {
      enqueueSnackbar('What opens asks for nothing that could take it. Give it a parameter first.', { variant: 'info' });
      return;
    }
    await edit((newest) => {
      const element = findElement(newest, on)?.element;
      const links = linksOf(element?.link).map((l, i) =>
        i === index ? { ...l, carries: [...(l.carries ?? []), { parameter: free, from }] } : l,
      );
      return element && { type: 'replace', item: { kind: 'element', element: { ...element, link: together(links) } } };
    });
    void client.resetQueries({ queryKey: ['link trial', name.current] });
  };
  const done = progress.data;
  return (
    <LookDialog title="What a click opens" wide onClose={onClose}>
      {trial.error && (
        <Box role="alert" sx={{ color: color.problem }}>
          {trial.error.message}
        </Box>
      )}
      {!trial.data && !trial.error && (
        <Box role="status" sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          {stopped
            ? 'Stopped.'
            : done?.expectedRows
              ? `Opening what is clicked: ${done.rows} of ${done.expectedRows}`
              : 'Opening what is clicked…'}
          {!stopped && (
            <Button size="small" variant="outlined" onClick={stop}>
              Stop
            </Button>
          )}
        </Box>
      )}
      {trial.data && <Result trial={trial.data} onMend={(key) => void mend(key)} />}
    </LookDialog>
  );
}

function Result({ trial, onMend }: { trial: LinkTrial; onMend: (key: string) => void }) {
  const { marks, total, differ, compared } = trial;
  const mends = marks.find((m) => m.mend)?.mend;
  return (
    <>
      <Box role="status" sx={{ mb: 1, color: differ > 0 ? color.problem : color.fine, fontWeight: 600 }}>
        {marks.length === 0
          ? 'There is nothing to click here.'
          : differ > 0
            ? `${differ} of ${marks.length} do not fit.`
            : compared
              ? `All ${marks.length} add up to ${compared}.`
              : `All ${marks.length} open.`}{' '}
        {total > marks.length && `There are ${total.toLocaleString('en-GB')} to click; ${marks.length} of them, all over, were tried.`}
        {mends && (
          <Button size="small" onClick={() => onMend(mends)} sx={{ ml: 1 }}>
            Carry what is missing
          </Button>
        )}
      </Box>
      <Box tabIndex={0} role="region" aria-label="What was tried" sx={{ overflow: 'auto', maxHeight: 460 }}>
        <Box
          component="table"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            fontSize: 13,
            '& th, & td': { px: 1, py: 0.5, borderBottom: `1px solid ${color.line}`, textAlign: 'left', verticalAlign: 'top' },
            '& th': { position: 'sticky', top: 0, bgcolor: color.panel },
            '& .number': { textAlign: 'right', fontVariantNumeric: 'tabular-nums', whiteSpace: 'nowrap' },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Clicked</th>
              <th scope="col" className="number">
                Here
              </th>
              <th scope="col">Carries</th>
              <th scope="col" className="number">
                Opens
              </th>
              <th scope="col" className="number">
                Rows
              </th>
              <th scope="col">Adds up</th>
            </tr>
          </thead>
          <tbody>
            {marks.map((mark, i) => (
              <Row key={i} mark={mark} compared={compared} />
            ))}
          </tbody>
        </Box>
      </Box>
    </>
  );
}

function Row({ mark, compared }: { mark: TriedMark; compared: string | null }) {
  const { action } = mark;
  return (
    <tr>
      <td>
        {action.report ? (
          <a href={addressOf(action)} target="_blank" rel="noopener" style={{ color: color.link }}>
            {mark.label || 'All rows'}
          </a>
        ) : (
          mark.label || 'All rows'
        )}
      </td>
      <td className="number">{mark.text}</td>
      <td>
        {Object.entries(action.values)
          .map(([name, value]) => `${name} = ${value === '~empty' ? 'nothing' : value}`)
          .join(', ') || 'nothing'}
      </td>
      <td className="number">{mark.opens}</td>
      <td className="number">{mark.opensRows?.toLocaleString('en-GB') ?? '–'}</td>
      <td style={{ color: mark.why ? color.problem : color.fine }}>{mark.why ?? (compared ? 'yes' : 'opens')}</td>
    </tr>
  );
}

const addressOf = ({ report, values, proof, sheet }: LinkAction) =>
  writeAddress({ steps: [{ report, values, open: 'here', proof: proof ?? undefined, sheet: sheet ?? undefined }], draft: false });
