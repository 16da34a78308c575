import { enterRegion } from '../focus/regions';
import { useCompose } from './composeStore';
import { allElements } from './definition';
import { holdSettings } from './panes';
import { besides } from './pageStops';

/** Takes things out of the report by their ids; what stood beside them gets the focus, and undo brings them back. */
export function removeItems(ids: string[]) {
  const { definition, edit, select } = useCompose.getState();
  const wanted = new Set(ids);
  const gone = (definition ? allElements(definition) : [])
    .map((p) => p.element)
    .filter((e) => wanted.has(e.id) || (e.column && wanted.has(e.column)))
    .map((e) => e.id);
  const next = besides(new Set(gone));
  holdSettings(edit({ type: 'remove', ids }));
  // The edit is on its way before anything is drawn.
  setTimeout(() => {
    select({ kind: 'report' });
    if (next) next.focus();
    else enterRegion('page');
  });
}
