import { useCompose } from './composeStore';
import type { Section } from '../../api/generated';
import { findElement, findSection, sectionsIn } from '../document/definition';

/** Shows the place of a page that Read names in an address: its sheet, its groups, and what is printed there. */
export function showPlace(address: string) {
  let place: { sheet?: string; section?: string; element?: string | null; keys?: (string | null)[] };
  try {
    place = JSON.parse(address) as typeof place;
  } catch {
    return;
  }
  const { definition, setSheet, setVantage, select } = useCompose.getState();
  if (!definition || typeof place !== 'object' || place === null) return;
  const { section, element, keys } = place;
  const home = element ? findElement(definition, element)?.section.id : undefined;
  const sheet = place.sheet ?? definition.sheets?.find((s) => (s.sections ?? []).some((one) => holds(one, home)))?.id;
  if (sheet && sheet !== definition.sheets?.[0]?.id && definition.sheets?.some((s) => s.id === sheet)) setSheet(sheet);
  if (section && keys?.length && findSection(definition, section)) setVantage(section, keys);
  if (!element || !findElement(definition, element)) return;
  select({ kind: 'element', id: element });
  // The page is drawn first.
  setTimeout(
    () => document.querySelector<HTMLElement>(`[data-element="${CSS.escape(element)}"]`)?.scrollIntoView({ block: 'nearest' }),
    600,
  );
}

const holds = (section: Section, id?: string): boolean => id !== undefined && sectionsIn(section).some((s) => s.id === id);
