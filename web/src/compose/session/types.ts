import type { BandKind, ComposeResponse, Edit, Element, PageSpan, ReportDefinition } from '../../api/generated';

export type Selection =
  | { kind: 'report' }
  | { kind: 'level'; id: string }
  | { kind: 'band'; section: string; band: BandKind; level: number }
  /** A part of it may be chosen too, as the legend of a chart; or other elements with it; or the whole column that it stands in. */
  | { kind: 'element'; id: string; part?: string; more?: string[]; column?: boolean };

export type Saving = 'saved' | 'saving' | 'failed' | 'conflict';

/** An edit, or how to make one from the report as it is when its turn comes. */
export type Change = Edit | ((definition: ReportDefinition) => Edit | undefined);

/** Group keys of each section, by its id, outermost first. */
export type VantageKeys = Record<string, (string | null)[]>;

/** A report that is open in Compose: the document with its undo, what its author looks at, and how it stands with the server. */
export interface SessionState {
  id: string;
  definition?: ReportDefinition;
  past: ReportDefinition[];
  future: ReportDefinition[];
  /** The version that the draft on the server has. */
  version: number;
  published: number | null;
  saving: Saving;

  selection: Selection;
  /** The id of the sheet that is looked at; the first while it is not set. */
  sheet?: string;
  vantage: VantageKeys;
  values: Record<string, string>;
  view?: ComposeResponse;
  pageCount?: number;
  /** Of reports that print them: the pages of groups when they were counted last. */
  pages?: Record<string, PageSpan>;
  /** What the server has been working on for a while, with a way to stop it. */
  busy?: { name: string; stop: () => void };
  /** True if the author stopped the first look at the report. */
  stopped: boolean;
  /** What went wrong with the last gesture, for people. */
  failure: string;
  /** What the author has to agree to before readers see the report: broken promises, links of others that break. */
  concerns: string;

  /** Opens the report: as the server has it, or as it was left here. */
  open: (anew?: boolean) => Promise<void>;
  /** Makes changes in one step that can be undone. */
  edit: (...changes: Change[]) => Promise<void>;
  /** The same; a change soon after one under the same name belongs to its step, as when an arrow key is held. */
  editMerged: (name: string, ...changes: Change[]) => Promise<void>;
  /** Changes an element as it is when its turn comes, so that two settings made quickly are both kept. */
  setElement: (id: string, change: Partial<Element>) => Promise<void>;
  /** Takes over a definition that was changed here. */
  replace: (change: (definition: ReportDefinition) => ReportDefinition) => Promise<void>;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  look: () => Promise<void>;
  select: (selection: Selection) => void;
  setSheet: (sheet: string) => void;
  setVantage: (section: string, keys: (string | null)[]) => void;
  setValues: (values: Record<string, string>) => void;
  publish: (anyway?: boolean) => Promise<boolean>;
  clearConcerns: () => void;
  /** Puts this draft beside the one that was saved elsewhere, as a report of its own, and returns its id. */
  saveAsCopy: () => Promise<string | undefined>;
  clearFailure: () => void;
}
