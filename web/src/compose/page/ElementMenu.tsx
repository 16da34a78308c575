import Divider from '@mui/material/Divider';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { ask } from '../document/commands';
import { useCompose } from '../store/composeStore';
import { findElement, findSection, partOf, partsOf } from '../document/definition';
import { kindOf } from '../kinds';
import { giveLook } from '../store/edits';
import { columnWords } from '../document/removals';
import { removeItems } from '../store/removing';
import { arrangementsOf, freeOnes, selectedIds, selectionOf } from '../store/selected';
import { copied, pasted } from '../store/useClipboard';

export interface MenuPlace {
  left: number;
  top: number;
}

/** What Delete takes out, by the type of the element. */
const removedNames: Record<string, string> = { heading: 'heading', cell: 'value', total: 'subtotal', text: 'text', chart: 'chart' };

/** What can be done with what is selected, where the pointer is; opened by the right button or the menu key. */
export function ElementMenu({ place, onClose }: { place?: MenuPlace; onClose: () => void }) {
  const { definition, selection, edit, select, setElement } = useCompose('definition', 'selection', 'edit', 'select', 'setElement');
  if (!definition || !place) return null;
  const ids = selectedIds(selection);
  const free = freeOnes(definition, selection);
  const placed = ids.length === 1 ? findElement(definition, ids[0]) : undefined;
  const part = ids.length ? partOf(definition, ids[0])?.id : undefined;
  const home = placed && findSection(definition, placed.section.id);
  const neighbours = home ? partsOf(definition, home, placed.band, placed.level).flatMap((p) => p.elements ?? []) : [];
  const isColumn = placed?.element.type !== 'total' && placed?.element.column;
  const choose = (run: () => void) => () => {
    onClose();
    run();
  };
  const items = [
    placed &&
      kindOf(placed.element).words?.(placed.element, definition) !== undefined && {
        words: 'Type over its words',
        keys: 'F2',
        run: () =>
          document.querySelector(`[data-element="${placed.element.id}"]`)?.dispatchEvent(new MouseEvent('dblclick', { bubbles: true })),
      },
    placed && { words: 'Where does it come from?', keys: 'Alt+click', run: () => ask('trace') },
    free.length > 0 &&
      part && { words: 'Duplicate', keys: 'Ctrl+D', run: () => void edit(pasted(copied(definition, selection), { in: part })) },
    placed?.element.style &&
      neighbours.length > 1 && {
        words: 'Give its look to all like it in this band',
        run: () =>
          void edit(
            ...giveLook(
              neighbours.filter((e) => e.type === placed.element.type && e.id !== placed.element.id).map((e) => e.id),
              placed.element.style,
            ),
          ),
      },
    placed?.element.style &&
      neighbours.length > 1 && {
        words: 'Give only its colours to all like it',
        run: () => {
          const { color, background, border } = placed.element.style!;
          void edit(
            ...neighbours
              .filter((e) => e.type === placed.element.type && e.id !== placed.element.id)
              .flatMap((e) => giveLook([e.id], { ...e.style, color, background, border })),
          );
        },
      },
    placed &&
      neighbours.length > 1 && {
        words: 'Select all in this band',
        run: () => select(selectionOf([placed.element.id, ...neighbours.map((e) => e.id).filter((id) => id !== placed.element.id)])),
      },
    ...(placed && !placed.element.column && part && neighbours.length > 1
      ? [
          {
            words: 'Bring to the front',
            run: () => void edit({ type: 'move', id: placed.element.id, to: { in: part, index: 1_000_000 } }),
          },
          { words: 'Send to the back', run: () => void edit({ type: 'move', id: placed.element.id, to: { in: part, index: 0 } }) },
        ]
      : []),
    placed &&
      !placed.element.column && {
        words: placed.element.locked ? 'Unlock its place' : 'Lock its place',
        run: () => void setElement(placed.element.id, { locked: !placed.element.locked }),
      },
    ...arrangementsOf(definition, selection)
      .filter((a) => a.group !== 'Same size as the first')
      .map(({ command, places }) => ({ words: command, run: () => void edit({ type: 'arrange', places: places() }) })),
    isColumn && {
      words: `Remove ${columnWords(definition, isColumn)}`,
      run: () => removeItems([isColumn]),
    },
    ids.length > 0 && {
      words: ids.length > 1 ? `Remove ${ids.length} elements` : `Remove the ${removedNames[placed?.element.type ?? ''] ?? 'element'}`,
      keys: 'Delete',
      run: () => removeItems(ids),
    },
  ].filter((item): item is { words: string; keys?: string; run: () => void } => Boolean(item));
  return (
    <Menu open={items.length > 0} onClose={onClose} anchorReference="anchorPosition" anchorPosition={place}>
      {items.map((item, i) => [
        i === items.length - 1 && i > 0 ? <Divider key="line" component="li" /> : null,
        <MenuItem key={item.words} onClick={choose(item.run)} sx={{ gap: 3, justifyContent: 'space-between' }}>
          {item.words}
          {item.keys && <span style={{ fontSize: 12, opacity: 0.7 }}>{item.keys}</span>}
        </MenuItem>,
      ])}
    </Menu>
  );
}
