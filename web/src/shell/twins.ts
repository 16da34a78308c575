import type { ReportEntry } from '../api/generated';
import { when } from './when';

/** What tells a report from others of the same title; nothing where it is the only one. */
export const toldApart = (report: ReportEntry, all: ReportEntry[]): string | undefined =>
  all.some((other) => other.id !== report.id && other.title === report.title) ? `saved ${when(report.savedAt)} as ${report.id}` : undefined;
