import type { BandKind } from '../../api/generated';
import { useCompose } from './composeStore';
import { allElements } from '../document/definition';

const crosstabs = () => {
  const { definition } = useCompose.getState();
  return definition ? allElements(definition).filter((p) => p.element.type === 'crosstab' || p.element.type === 'chart') : [];
};

/** Does something that adds an element, and selects that, so that its sentence is there at once. */
export async function selectingNew(add: () => Promise<void>) {
  const before = new Set(crosstabs().map((p) => p.element.id));
  await add();
  const made = crosstabs().find((p) => !before.has(p.element.id));
  if (!made) return;
  const { definition, setSheet, select } = useCompose.getState();
  const sheet = (definition?.sheets ?? []).find((s) => JSON.stringify(s).includes(`"${made.element.id}"`));
  if (sheet) setSheet(sheet.id);
  select({ kind: 'element', id: made.element.id });
}

/** Puts a crosstab into a band, or on a sheet of its own. */
export function useAddCrosstab() {
  const { edit } = useCompose('edit');
  return (section: string, band: BandKind, level = 0, onSheet = false) =>
    void selectingNew(() => edit({ type: 'addCrosstab', section, band, level, onSheet }));
}
