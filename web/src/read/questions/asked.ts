import { useRef } from 'react';
import { api } from '../../api/client';
import type { RunInfo } from '../../api/generated';
import type { Step } from '../run/address';
import type { LoadChoices } from './ChoiceField';

/** The choices of a step's parameters, with the values that were given so far. */
export const choicesOf =
  (step: Step, draft: boolean): LoadChoices =>
  (parameter, search, signal) =>
    api.choices(step.report, { parameter, search: search || null, values: step.values, draft, proof: step.proof ?? null }, signal);

/** The run clock's day. */
export const dayOf = (info: RunInfo) => (info.asOf || new Date().toISOString()).slice(0, 10);

/** What the report asks for, which stays in place while the next run is under way. */
export function useLatest(info: RunInfo | undefined, report: string): RunInfo | undefined {
  const last = useRef<RunInfo>(undefined);
  if (info && info.state !== 'running') last.current = info;
  return last.current?.reportId === report ? last.current : undefined;
}
