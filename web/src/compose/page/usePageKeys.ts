import type { KeyboardEvent } from 'react';
import { useCompose } from '../store/composeStore';
import { goToPane } from '../store/panes';
import { walkPage } from '../document/pageStops';
import { freeOnes, selectedIds, toggled } from '../store/selected';
import type { Selection } from '../session/types';

/** What a stop on the page stands for, as a selection. */
function selectionOfStop(stop: HTMLElement): Selection | undefined {
  if (stop.dataset.element) return { kind: 'element', id: stop.dataset.element };
  const band = useCompose
    .getState()
    .view?.bands.find((b) => b.section === stop.dataset.section && `${b.kind}${b.level || ''}` === stop.dataset.band);
  return band && { kind: 'band', section: band.section, band: band.kind, level: Number(band.level) };
}

const isSelected = (now: Selection, stop: Selection) =>
  stop.kind === 'element'
    ? selectedIds(now).includes(stop.id)
    : JSON.stringify({ ...now, level: 'level' in now ? Number(now.level) : 0 }) === JSON.stringify({ ...stop });

/**
 * The keys of the page: arrows lead from stop to stop, Enter or Space chooses, Enter once more goes to the settings, Escape one step out.
 * An element that is chosen and stands freely is moved by the arrows instead.
 */
export function pageKey(e: KeyboardEvent) {
  const stop = e.target as HTMLElement;
  if (!stop.matches('[data-element], [data-band]') || e.altKey || e.metaKey) return;
  const { selection, select, definition } = useCompose.getState();
  const meant = selectionOfStop(stop);
  if (!definition || !meant) return;
  const chosen = isSelected(selection, meant);
  const done = () => {
    e.preventDefault();
    e.stopPropagation();
  };
  if (e.key === 'Enter' || e.key === ' ') {
    done();
    if (e.shiftKey && meant.kind === 'element') select(toggled(selection, meant.id));
    else if (!chosen) select(meant);
    else if (e.key === 'Enter') goToPane('settings');
    return;
  }
  if (e.key === 'Escape' && selection.kind === 'report' && meant.kind === 'element') {
    done();
    stop.closest<HTMLElement>('[data-band]')?.focus();
    return;
  }
  const moves = chosen && meant.kind === 'element' && freeOnes(definition, selection).some((f) => f.id === meant.id);
  if (moves && e.key.startsWith('Arrow')) return;
  const next = walkPage(stop, e.key, e.ctrlKey);
  if (!next) return;
  done();
  next.focus();
  next.scrollIntoView({ block: 'nearest', inline: 'nearest' });
}
