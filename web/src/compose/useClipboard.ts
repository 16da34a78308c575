import { useEffect } from 'react';
import type { Edit, Element, ReportDefinition } from '../api/generated';
import { isWriting } from '../focus/isWriting';
import { useCompose, type Selection } from './composeStore';
import { findSection, partOf, partsOf } from './definition';
import { removeItems } from './removing';
import { freeOnes } from './selected';

/** How elements lie on the clipboard: as text, so that they get into another report, tab or window. */
interface Carried {
  'lucid-lattice': 'elements';
  elements: Element[];
}

/** What can be carried: elements that stand in no column. */
export function copied(definition: ReportDefinition, selection: Selection): Element[] {
  return freeOnes(definition, selection);
}

/** Where something is pasted: into the part of what is selected, or the last one of the selected band. */
export function pasteInto(definition: ReportDefinition, selection: Selection): string | undefined {
  if (selection.kind === 'element') return partOf(definition, selection.id)?.id;
  if (selection.kind !== 'band') return undefined;
  const section = findSection(definition, selection.section);
  return section && partsOf(definition, section, selection.band, selection.level).at(-1)?.id;
}

export const pasted = (elements: Element[], part: string): Edit => ({
  type: 'paste',
  items: elements.map((element) => ({ kind: 'element', element })),
  to: { in: part },
});

function read(text: string): Element[] {
  try {
    const carried = JSON.parse(text) as Carried;
    return carried['lucid-lattice'] === 'elements' ? carried.elements : [];
  } catch {
    return [];
  }
}

/** Copy, cut and paste of elements by the keys and menus of the browser, and Ctrl+D for a copy beside. */
export function useClipboard() {
  useEffect(() => {
    const carry = (cut: boolean) => (e: ClipboardEvent) => {
      const { definition, selection } = useCompose.getState();
      if (!definition || isWriting(e.target) || document.getSelection()?.toString()) return;
      const elements = copied(definition, selection);
      if (elements.length === 0) return;
      e.preventDefault();
      e.clipboardData?.setData('text/plain', JSON.stringify({ 'lucid-lattice': 'elements', elements } satisfies Carried));
      if (!cut) return;
      removeItems(elements.map((element) => element.id));
    };
    const put = (elements: Element[]) => {
      const { definition, selection, edit } = useCompose.getState();
      const part = definition && pasteInto(definition, selection);
      if (elements.length === 0) return false;
      if (part === undefined) useCompose.setState({ failure: 'Select a band, or something in it, to paste into.' });
      else void edit(pasted(elements, part));
      return true;
    };
    const paste = (e: ClipboardEvent) => {
      if (!isWriting(e.target) && put(read(e.clipboardData?.getData('text/plain') ?? ''))) e.preventDefault();
    };
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'd' || isWriting(e.target)) return;
      const { definition, selection } = useCompose.getState();
      if (definition && put(copied(definition, selection))) e.preventDefault();
    };
    const [copy, cut] = [carry(false), carry(true)];
    document.addEventListener('copy', copy);
    document.addEventListener('cut', cut);
    document.addEventListener('paste', paste);
    window.addEventListener('keydown', press);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', cut);
      document.removeEventListener('paste', paste);
      window.removeEventListener('keydown', press);
    };
  }, []);
}
