import { useEffect } from 'react';
import type { ComposeResponse, Edit, Element, ReportDefinition, Spot } from '../../api/generated';
import { isWriting } from '../../focus/isWriting';
import { useCompose, type Selection } from './composeStore';
import { findSection, partOf, partsOf } from '../document/definition';
import { removeItems } from './removing';
import { freeOnes } from './selected';

/** How elements lie on the clipboard: as text, so that they get into another report, tab or window. With them lies the report in which
 * they were copied, since what they count and print is said there. */
interface Carried {
  'lucid-lattice': 'elements';
  elements: Element[];
  report?: string;
  from?: ReportDefinition;
}

/** The report as far as copies of some elements need it. */
const neededOf = (report: ReportDefinition, elements: Element[]): ReportDefinition => ({
  ...report,
  images: (report.images ?? []).filter((i) => elements.some((e) => e.type === 'image' && e.image === i.id)),
});

/** What can be carried: elements that stand in no column. */
export function copied(definition: ReportDefinition, selection: Selection): Element[] {
  return freeOnes(definition, selection);
}

/** Where something is pasted: into the part of what is selected, or the last one of the band that has the focus or is selected. */
export function pasteInto(definition: ReportDefinition, selection: Selection, view?: ComposeResponse): Spot | undefined {
  const strip = document.activeElement?.matches('[data-band]') ? (document.activeElement as HTMLElement).dataset : undefined;
  const focused = view?.bands.find((b) => b.section === strip?.section && `${b.kind}${b.level || ''}` === strip?.band);
  const band = focused
    ? { section: focused.section, band: focused.kind, level: Number(focused.level) }
    : selection.kind === 'band'
      ? selection
      : undefined;
  if (!band) {
    const part = selection.kind === 'element' ? partOf(definition, selection.id) : undefined;
    return part && { in: part.id };
  }
  const section = findSection(definition, band.section);
  if (!section) return undefined;
  const part = partsOf(definition, section, band.band, band.level).at(-1);
  if (part) return { in: part.id };
  // An empty band gets a part.
  const onPages = band.band === 'pageHeader' || band.band === 'pageFooter';
  const sheet = definition.sheets?.find((s) => s.sections?.some((own) => own.id === section.id));
  return { in: onPages ? sheet?.id : section.id, band: band.band, level: band.level };
}

export const pasted = (elements: Element[], to: Spot, from?: ReportDefinition): Edit => ({
  type: 'paste',
  items: elements.map((element) => ({ kind: 'element', element })),
  to,
  ...(from ? { from } : {}),
});

/** What lies on the clipboard, and where it was copied if that is another report than `here`. */
export function read(text: string, here: string): { elements: Element[]; from?: ReportDefinition } {
  try {
    const carried = JSON.parse(text) as Carried;
    if (carried['lucid-lattice'] !== 'elements') return { elements: [] };
    return { elements: carried.elements, from: carried.report === here ? undefined : carried.from };
  } catch {
    return { elements: [] };
  }
}

/** Copy, cut and paste of elements by the keys and menus of the browser, and Ctrl+D for a copy beside. */
export function useClipboard() {
  useEffect(() => {
    const carry = (cut: boolean) => (e: ClipboardEvent) => {
      const { id, definition, selection } = useCompose.getState();
      if (!definition || isWriting(e.target) || document.getSelection()?.toString()) return;
      const elements = copied(definition, selection);
      if (elements.length === 0) return;
      e.preventDefault();
      const carried: Carried = { 'lucid-lattice': 'elements', elements, report: id, from: neededOf(definition, elements) };
      e.clipboardData?.setData('text/plain', JSON.stringify(carried));
      if (!cut) return;
      removeItems(elements.map((element) => element.id));
    };
    const put = (elements: Element[], from?: ReportDefinition) => {
      const { definition, selection, view, edit } = useCompose.getState();
      const to = definition && pasteInto(definition, selection, view);
      if (elements.length === 0) return false;
      if (to === undefined) useCompose.setState({ failure: 'Select a band, or something in it, to paste into.' });
      else void edit(pasted(elements, to, from));
      return true;
    };
    const paste = (e: ClipboardEvent) => {
      if (isWriting(e.target)) return;
      const { elements, from } = read(e.clipboardData?.getData('text/plain') ?? '', useCompose.getState().id ?? '');
      if (put(elements, from)) e.preventDefault();
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
