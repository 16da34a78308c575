import type { Choices, Parameter, ReportDefinition } from '../api/generated';
import { caption } from '../shell/caption';

/** What a parameter stands among: in a report, or in a kept dataset. */
export interface Around extends Pick<ReportDefinition, 'parameters' | 'datasets'> {
  /** True where choices leave the dataset's own conditions out, which may use this very parameter. */
  unfiltered?: boolean;
}

const quoted = (name: string) => (/^[a-z_][a-z0-9_]*$/i.test(name) ? name : `"${name.replaceAll('"', '""')}"`);

/** The dataset and the field of a picked choice of the form "field DATASET NAME". */
export function fieldOf(picked: string): { dataset: string; name: string } | undefined {
  const [, dataset, name] = /^field (\S+) (.+)$/.exec(picked) ?? [];
  return dataset ? { dataset, name } : undefined;
}

/** A condition that makes the choices depend on parameters named as fields of the same rows: routes of the chosen region. */
export function suggestedFilter(report: Around, parameter: Parameter, dataset: string): string {
  const fields = report.datasets?.find((d) => d.id === dataset)?.fields ?? [];
  return (report.parameters ?? [])
    .filter((p) => p.name !== parameter.name && fields.some((f) => f.name.toLowerCase() === p.name.toLowerCase()))
    .map((p) => `${quoted(fields.find((f) => f.name.toLowerCase() === p.name.toLowerCase())!.name)} IN :${p.name}`)
    .join(' AND ');
}

export function choicesOfField(report: Around, parameter: Parameter, dataset: string, name: string): Choices {
  // Only parameters before this one are proposed, so that two of them do not come to need each other.
  const before = {
    ...report,
    parameters: (report.parameters ?? []).slice(
      0,
      (report.parameters ?? []).findIndex((p) => p.name === parameter.name),
    ),
  };
  return {
    type: 'dataset',
    dataset,
    value: quoted(name),
    filter: suggestedFilter(before, parameter, dataset) || null,
    ...(report.unfiltered ? { unfiltered: true } : {}),
  };
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

export function describeChoices(report: Around, { choices }: Parameter): string {
  if (!choices) return 'typed freely';
  if (!('dataset' in choices))
    return `chosen from ${(choices.values ?? [])
      .map((c) => c.label ?? c.value)
      .slice(0, 3)
      .join(', ')}${(choices.values ?? []).length > 3 ? '…' : ''}`;
  const dataset = report.datasets?.find((d) => d.id === choices.dataset);
  const field = dataset?.fields?.find((f) => quoted(f.name) === choices.value);
  return `chosen from ${field ? caption(field).toLowerCase() : choices.value} of ${dataset?.name ?? 'a dataset that is gone'}`;
}
