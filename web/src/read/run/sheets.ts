import type { RunInfo, SheetInfo } from '../../api/generated';

/** The sheet of an id; the first one if there is none. */
export const sheetOf = (info: RunInfo, id?: string): SheetInfo => info.sheets.find((s) => s.id === id) ?? info.sheets[0];
