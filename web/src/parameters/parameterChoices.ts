import type { Parameter, ReportDefinition } from '../api/generated';
import { caption } from '../shell/caption';
import { midSentence } from '../shell/midSentence';

/** What a parameter stands among: in a report, or in a kept dataset. */
export interface Around extends Pick<ReportDefinition, 'parameters' | 'datasets'> {
  /** True where choices leave the dataset's own conditions out, which may use this very parameter. */
  unfiltered?: boolean;
}

/** The dataset and the field of a picked choice of the form "field DATASET NAME". */
export function fieldOf(picked: string): { dataset: string; name: string } | undefined {
  const [, dataset, name] = /^field (\S+) ([^]+)$/.exec(picked) ?? [];
  return dataset ? { dataset, name } : undefined;
}

/** A list as it is typed: one choice a line, with what people read after an equals sign. */
export const listOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const at = line.indexOf(' = ');
      return at < 0 ? { value: line, label: null } : { value: line.slice(0, at).trim(), label: line.slice(at + 3).trim() };
    });

/** @param written How a field is named in expressions. */
export function describeChoices(report: Around, { choices }: Parameter, written: (name: string) => string): string {
  if (!choices) return 'typed freely';
  if (!('dataset' in choices))
    return `chosen from ${(choices.values ?? [])
      .map((c) => c.label ?? c.value)
      .slice(0, 3)
      .join(', ')}${(choices.values ?? []).length > 3 ? '…' : ''}`;
  const dataset = report.datasets?.find((d) => d.id === choices.dataset);
  const field = dataset?.fields?.find((f) => written(f.name) === choices.value);
  return `chosen from ${field ? midSentence(caption(field)) : choices.value} of ${dataset?.name ?? 'a dataset that is gone'}`;
}
