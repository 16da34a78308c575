import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Popover } from '../../shell/whenOpen';
import { lazy, Suspense, useState } from 'react';
import type { ParameterInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import { plain } from './given';
import { iso, periodProblem, presets, readPeriod, writePeriod } from './periods';
import { raised, StripButton } from './StripButton';
import { StripField } from './StripField';

const DateField = lazy(() => import('./DateField'));

interface Props {
  parameter: ParameterInfo;
  wrong: boolean;
  /** The day that presets start from, as 2025-03-31. */
  today: string;
  onCommit: (text: string) => void;
}

/** A parameter that is a period: presets, or any first and last day. */
export function PeriodField({ parameter, wrong, today, onCommit }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [draft, setDraft] = useState({ from: '', to: '' });
  const open = (element: HTMLElement) => {
    setDraft(readPeriod(plain(parameter, parameter.value)));
    setAnchor(element);
  };
  const close = () => setAnchor(null);
  const take = (from: string, to: string) => {
    close();
    onCommit(writePeriod(from, to));
  };
  const problem = periodProblem(draft.from, draft.to);
  return (
    <StripField parameter={parameter} wrong={wrong}>
      <StripButton parameter={parameter} empty="any time" opens="dialog" onOpen={open} />
      <Popover open={anchor !== null} anchorEl={anchor} onClose={close} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
        <Box role="dialog" aria-label={parameter.caption} sx={{ display: 'flex', p: 1, gap: 1.5 }}>
          <Box sx={{ display: 'grid', alignContent: 'start' }}>
            {parameter.every !== null && (
              <Button
                color="inherit"
                sx={preset}
                onClick={() => {
                  close();
                  onCommit('*');
                }}
              >
                {raised(parameter.every)}
              </Button>
            )}
            {presets.map((p) => (
              <Button
                key={p.name}
                color="inherit"
                sx={preset}
                onClick={() => {
                  const [from, to] = p.of(new Date(`${today}T00:00:00Z`));
                  take(iso(from), iso(to));
                }}
              >
                {p.name}
              </Button>
            ))}
          </Box>
          <Box
            component="form"
            onSubmit={(e: React.FormEvent) => {
              e.preventDefault();
              if (!problem) take(draft.from, draft.to);
            }}
            sx={{ display: 'grid', gap: 1, alignContent: 'start', width: 170 }}
          >
            {(['from', 'to'] as const).map((end) => (
              <Box key={end} data-end={end} sx={{ display: 'grid', gap: 0.25, fontSize: 11, color: color.muted }}>
                {labels[end]}
                <Box sx={{ px: 1, py: 0.5, border: `1px solid ${color.line}`, borderRadius: 1, bgcolor: color.paper }}>
                  <Suspense fallback={draft[end] || '…'}>
                    <DateField label={labels[end]} value={draft[end]} onChange={(day) => setDraft((now) => ({ ...now, [end]: day }))} />
                  </Suspense>
                </Box>
              </Box>
            ))}
            <Box role="status" sx={{ fontSize: 11, color: problem ? color.problem : color.muted, minHeight: 16 }}>
              {problem || 'An end left empty is open.'}
            </Box>
            <Button type="submit" variant="outlined" disabled={problem !== ''}>
              Show this period
            </Button>
          </Box>
        </Box>
      </Popover>
    </StripField>
  );
}

const labels = { from: 'First day', to: 'Last day' };

const preset = { justifyContent: 'flex-start', minHeight: 26, py: 0, px: 1, fontWeight: 400 } as const;
