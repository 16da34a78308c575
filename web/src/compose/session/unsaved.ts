import type { Edit, ReportDefinition } from '../../api/generated';

/** What was not on the server yet when the page was left. */
export interface Unsaved {
  /** The version that it was made from. */
  version: number;
  definition: ReportDefinition;
  /** Gestures that were not answered yet. */
  edits: Edit[];
  /** What was on its way to the server, which may have arrived there. */
  sent?: ReportDefinition;
}

const keyOf = (report: string) => `unsaved ${report}`;

/** Keeps it in the browser, as far as there is room. */
export function keepUnsaved(report: string, unsaved: Unsaved) {
  try {
    localStorage.setItem(keyOf(report), JSON.stringify(unsaved));
  } catch {
    // A browser that keeps nothing has no other place to offer.
  }
}

export function readUnsaved(report: string): Unsaved | undefined {
  try {
    const text = localStorage.getItem(keyOf(report));
    return text === null ? undefined : (JSON.parse(text) as Unsaved);
  } catch {
    return undefined;
  }
}

export function forgetUnsaved(report: string) {
  try {
    localStorage.removeItem(keyOf(report));
  } catch {
    // Likewise.
  }
}
