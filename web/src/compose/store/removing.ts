import { enterRegion } from '../../focus/regions';
import { noteRemoved } from './removedNote';
import { alongWith } from '../document/removals';
import { useCompose } from './composeStore';
import { allElements } from '../document/definition';
import { besides } from '../document/pageStops';

/** An answer that takes longer than this is not waited for before other settings are drawn, in milliseconds. */
const late = 150;

/** What is being removed: a key that is held down asks for it again and again. */
const going = new Set<string>();

/**
 * Takes things out of the report by their ids; what stood beside them gets the focus, and undo brings them back. Until they are gone they
 * stay what is chosen, since other settings take a while to draw, and what an edit does to the page comes first.
 */
export function removeItems(ids: string[]) {
  if (ids.every((id) => going.has(id))) return;
  const { definition, edit, select, selection } = useCompose.getState();
  const wanted = new Set(ids);
  const gone = (definition ? allElements(definition) : [])
    .map((p) => p.element)
    .filter((e) => wanted.has(e.id) || (e.column && wanted.has(e.column)))
    .map((e) => e.id);
  const next = besides(new Set(gone));
  const along = definition && alongWith(definition, ids);
  const leave = () => {
    // What was chosen meanwhile stays chosen.
    if (useCompose.getState().selection !== selection) return;
    select({ kind: 'report' });
    if (next) next.focus();
    else enterRegion('page');
  };
  ids.forEach((id) => going.add(id));
  const waits = setTimeout(leave, late);
  void edit({ type: 'remove', ids }).finally(() => {
    if (along) noteRemoved(along, removeItems);
    ids.forEach((id) => going.delete(id));
    clearTimeout(waits);
    leave();
  });
}
