import { create } from 'zustand';
import { enterRegion } from '../../focus/regions';
import { useCompose } from './composeStore';
import { boxOf } from '../document/pageStops';

export type PaneName = 'data' | 'page' | 'settings';

/** Which pane is shown where there is room for one only. */
export const usePane = create<{ shown: PaneName }>(() => ({ shown: 'page' }));

/** Goes into a pane, which comes into sight first. */
export function goToPane(name: PaneName) {
  usePane.setState({ shown: name });
  requestAnimationFrame(() => enterRegion(name));
}

/** Goes back from the settings to what is selected, on the page. */
export function goToSelected() {
  const { selection } = useCompose.getState();
  usePane.setState({ shown: 'page' });
  requestAnimationFrame(() => {
    const target =
      selection.kind === 'element'
        ? boxOf(selection.id)
        : selection.kind === 'level'
          ? document.querySelector<HTMLElement>(`[data-rail="${CSS.escape(selection.id)}"]`)
          : selection.kind === 'band'
            ? document.querySelector<HTMLElement>(
                `[data-section="${CSS.escape(selection.section)}"][data-band="${selection.band}${selection.level || ''}"]`,
              )
            : undefined;
    if (target) target.focus();
    else enterRegion('page');
  });
}
