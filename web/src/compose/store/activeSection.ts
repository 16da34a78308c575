import type { Dataset, ReportDefinition, Section } from '../../api/generated';
import { useCompose, type SessionState } from './composeStore';
import { findElement, findSection, findSheet, mainSection, sectionOfLevel } from '../document/definition';

/** The section that its author works in: the one of what is selected, or the first of the sheet that is looked at. */
function sectionAt(definition: ReportDefinition, { selection, sheet }: Pick<SessionState, 'selection' | 'sheet'>): Section {
  const selected =
    selection.kind === 'element'
      ? findElement(definition, selection.id)?.section
      : selection.kind === 'level'
        ? sectionOfLevel(definition, selection.id)
        : selection.kind === 'band'
          ? findSection(definition, selection.section)
          : undefined;
  return selected ?? (sheet ? findSheet(definition, sheet)?.sections?.[0] : undefined) ?? mainSection(definition);
}

/** The dataset whose rows that section lists; who needs no more is not drawn anew with every change of the section. */
export function useActiveDataset(): Dataset | undefined {
  return useCompose((s) => {
    const section = s.definition && sectionAt(s.definition, s);
    return section && s.definition?.datasets?.find((d) => d.id === section.dataset);
  });
}

export const useActiveSectionId = (): string | undefined => useCompose((s) => s.definition && sectionAt(s.definition, s).id);

export function useActiveSection(): Section | undefined {
  const definition = useCompose((s) => s.definition);
  const selection = useCompose((s) => s.selection);
  const sheet = useCompose((s) => s.sheet);
  return definition && sectionAt(definition, { selection, sheet });
}
