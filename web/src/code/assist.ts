import { createContext, useContext } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { Completion } from '@codemirror/autocomplete';
import { listFunctionsOptions } from '../api/generated/@tanstack/react-query.gen';
import type { Dataset, Parameter } from '../api/generated';
import { useNames } from './useNames';

/** What expressions can be written about here: the rows of a dataset, with the parameters around it. */
export interface Assist {
  dataset: Dataset;
  parameters: Parameter[];
  values: Record<string, string>;
  /** Makes a parameter that an expression names. */
  addParameter?: (parameter: Parameter) => void;
}

export const AssistContext = createContext<Assist | undefined>(undefined);

export const useAssist = () => useContext(AssistContext);

/** Fields, parameters and functions, in this order. */
export function useCompletions(assist: Assist | undefined, group: boolean, itself?: string): Completion[] {
  const functions = useQuery({ ...listFunctionsOptions(), staleTime: Infinity });
  const written = useNames((assist?.dataset.fields ?? []).filter((f) => f.name !== itself));
  if (!assist) return [];
  return [
    ...(assist.dataset.fields ?? [])
      .filter((f) => f.name !== itself)
      .map((f): Completion => ({ label: written(f.name), type: 'property', detail: f.type, info: f.description ?? undefined, boost: 2 })),
    ...assist.parameters.map((p): Completion => ({ label: `:${p.name}`, type: 'variable', detail: p.label ?? p.type, boost: 1 })),
    ...(functions.data ?? [])
      .filter((f) => group || f.rows)
      .map((f): Completion => ({
        label: f.name,
        type: 'function',
        detail: f.form,
        info: f.words,
        apply: f.form.startsWith(`${f.name}(`) && !f.form.endsWith('()') && f.form !== 'count(*)' ? `${f.name}(` : f.form,
      })),
  ];
}
