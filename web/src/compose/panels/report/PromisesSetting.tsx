import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../../api/client';
import { listReportsOptions } from '../../../api/generated/@tanstack/react-query.gen';
import type { Promise as ReportPromise, PromisedNumber, PromiseState, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { when } from '../../../shell/when';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { allSections } from '../../document/definition';
import { kindOf } from '../../kinds';

const comparisons = [
  { value: 'equal', label: 'equals' },
  { value: 'atMost', label: 'is at most' },
  { value: 'atLeast', label: 'is at least' },
];

/** What a report prints once, for all of its rows. */
const totalsOf = (report: ReportDefinition) =>
  allSections(report)
    .flatMap((s) => [s.reportHeader, s.reportFooter])
    .flatMap((b) => b?.parts ?? [])
    .flatMap((p) => p.elements ?? [])
    .filter((e) => e.type === 'total' || (e.type === 'text' && e.text.includes('{{')))
    .map((e) => ({ id: e.id, name: kindOf(e).name(e, report).trim() }));

/** What must hold of the report's figures, as sentences; they are tried here, when it is published, and by the command line. */
export function PromisesSetting() {
  const { id, definition, replace } = useCompose('id', 'definition', 'replace');
  const [tried, setTried] = useState<PromiseState[]>();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  if (!definition) return null;
  const promises = definition.promises ?? [];
  const put = (change: (list: ReportPromise[]) => ReportPromise[]) => {
    setTried(undefined);
    void replace((now) => ({ ...now, promises: change(now.promises ?? []) }));
  };
  const add = () => {
    let n = promises.length + 1;
    while (promises.some((p) => p.id === `promise${n}`)) n++;
    const [total] = totalsOf(definition);
    const dataset = definition.datasets?.[0]?.id ?? '';
    const left: PromisedNumber = total ? { type: 'printed', element: total.id } : { type: 'dataset', dataset, expression: 'count(*)' };
    put((list) => [...list, { id: `promise${n}`, left, is: 'equal', right: { type: 'dataset', dataset, expression: 'count(*)' } }]);
  };
  const tryThem = async () => {
    setBusy(true);
    setProblem('');
    try {
      setTried(await api.tryPromises({ definition, id: id || null }));
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <Setting name="Promises" summary={promises.length ? `${promises.length} that must hold` : 'none'}>
      {promises.map((p, i) => {
        const state = tried?.find((t) => t.id === p.id);
        const set = (change: Partial<ReportPromise>) => put((list) => list.map((q, k) => (k === i ? { ...q, ...change } : q)));
        return (
          <Box key={p.id} sx={{ mb: 1 }}>
            {p.name && <Box sx={{ fontSize: 12, fontWeight: 600 }}>{p.name}</Box>}
            <Sentence>
              <NumberBlank label="First number" number={p.left} onChange={(left) => set({ left })} />{' '}
              <Blank label="Comparison" choices={comparisons} onPick={(v) => set({ is: v as ReportPromise['is'] })}>
                {comparisons.find((c) => c.value === (p.is ?? 'equal'))!.label}
              </Blank>{' '}
              <NumberBlank label="Second number" number={p.right} onChange={(right) => set({ right })} />,{' '}
              <Blank
                label="Within"
                typed={String(p.within ?? 0)}
                onPick={(v) => {
                  const within = Number(v.replace(',', '.'));
                  if (within >= 0) set({ within });
                }}
              >
                {p.within ? `give or take ${p.within}` : 'exactly'}
              </Blank>
              .{' '}
              <Blank
                label="Remove the promise"
                choices={[{ value: 'x', label: 'Remove it' }]}
                onPick={() => put((l) => l.filter((_, k) => k !== i))}
              >
                ⋯
              </Blank>
            </Sentence>
            {state && (
              <Box role="status" sx={{ fontSize: 12, color: state.broken ? color.problem : color.fine }}>
                {state.broken ?? `It holds: ${state.left} and ${state.right}`}
                {state.triedAt && `, ${when(state.triedAt)}`}
              </Box>
            )}
          </Box>
        );
      })}
      {problem && (
        <Box role="alert" sx={{ color: color.problem }}>
          {problem}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="outlined" onClick={add} disabled={promises.length >= 50}>
          Add a promise
        </Button>
        {promises.length > 0 && (
          <Button variant="outlined" disabled={busy} onClick={() => void tryThem()}>
            {busy ? 'Trying…' : 'Try them'}
          </Button>
        )}
      </Box>
    </Setting>
  );
}

/** One side of a promise: a printed total of this or another report, a total over a dataset, or a plain number. */
function NumberBlank({ label, number, onChange }: { label: string; number: PromisedNumber; onChange: (number: PromisedNumber) => void }) {
  const { definition } = useCompose('definition');
  const reports = useQuery({ ...listReportsOptions(), staleTime: 10_000 });
  const other = number.type === 'printed' ? number.report : undefined;
  const target = useQuery({ queryKey: ['report', other], queryFn: () => api.report(other!), enabled: !!other, retry: false });
  if (!definition) return null;
  const own = totalsOf(definition);
  const datasets = definition.datasets ?? [];
  const choices = [
    ...own.map((t) => ({ value: `own ${t.id}`, label: t.name })),
    ...datasets.map((d) => ({ value: `dataset ${d.id}`, label: `a total over ${d.name}` })),
    ...(reports.data ?? []).filter((r) => r.published !== null).map((r) => ({ value: `report ${r.id}`, label: `a total of ${r.title}` })),
  ];
  const pick = (value: string) => {
    const [kind, ...rest] = value.split(' ');
    const id = rest.join(' ');
    if (kind === 'own' && own.some((t) => t.id === id)) onChange({ type: 'printed', element: id });
    else if (kind === 'dataset' && datasets.some((d) => d.id === id)) onChange({ type: 'dataset', dataset: id, expression: 'count(*)' });
    else if (kind === 'report' && reports.data?.some((r) => r.id === id)) onChange({ type: 'printed', report: id, element: '' });
    else if (Number.isFinite(Number(value.replace(',', '.')))) onChange({ type: 'number', value: Number(value.replace(',', '.')) });
  };
  const words =
    number.type === 'number'
      ? String(number.value ?? 0)
      : number.type === 'dataset'
        ? `a total over ${datasets.find((d) => d.id === number.dataset)?.name ?? 'a dataset that is gone'}`
        : other
          ? `a total of ${reports.data?.find((r) => r.id === other)?.title ?? 'a report that is gone'}`
          : (own.find((t) => number.type === 'printed' && t.id === number.element)?.name ?? 'a total that is gone');
  const elsewhere = other && target.data ? totalsOf(target.data.definition) : [];
  return (
    <>
      <Blank
        label={label}
        choices={choices}
        typed={number.type === 'number' ? String(number.value ?? 0) : ''}
        typing="Write a number…"
        onPick={pick}
      >
        {words}
      </Blank>
      {number.type === 'dataset' && (
        <>
          {': '}
          <Blank
            label={`${label}, worked out as`}
            expression="group"
            typed={number.expression}
            onPick={(expression) => onChange({ ...number, expression })}
          >
            {number.expression}
          </Blank>
        </>
      )}
      {number.type === 'printed' && other && (
        <>
          {': '}
          <Blank
            label={`${label}, which total`}
            tone={elsewhere.some((t) => t.id === number.element) ? 'main' : 'problem'}
            choices={elsewhere.map((t) => ({ value: t.id, label: t.name }))}
            onPick={(element) => onChange({ ...number, element })}
          >
            {elsewhere.find((t) => t.id === number.element)?.name ?? 'choose one'}
          </Blank>
        </>
      )}
    </>
  );
}
