import { useNames } from '../../code/useNames';
import { useCompose } from './composeStore';

/** How the fields of the open report are named in expressions. */
export function useFieldNames() {
  const definition = useCompose((s) => s.definition);
  return useNames((definition?.datasets ?? []).flatMap((d) => d.fields ?? []));
}
