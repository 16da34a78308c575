import { useActiveSection } from './activeSection';
import { useCompose } from './composeStore';
import { offeredFields } from '../document/definition';
import { useFieldNames } from './useFieldNames';

/** A condition over the fields that there are, for who has never written one. */
export function useConditionExample(): string | undefined {
  const definition = useCompose((s) => s.definition);
  const section = useActiveSection();
  const written = useFieldNames();
  if (!definition || !section) return undefined;
  const fields = offeredFields(definition, section);
  const number = fields.find((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  if (number) return `${written(number.name)} > 100`;
  return fields.length > 0 ? `${written(fields[0].name)} IS NOT NULL` : undefined;
}
