import { useCompose } from './composeStore';
import { findElement, findSection } from './definition';

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
  const { sheet, section, element, keys } = place;
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
