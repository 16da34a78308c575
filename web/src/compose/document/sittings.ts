import type { ReportVersion } from '../../api/generated';

/** So long without a save, and a sitting is over. */
const pause = 30 * 60_000;

/** Versions that were saved one soon after the other, the newest first. A publication begins a sitting of its own. */
export function sittings(versions: ReportVersion[]): ReportVersion[][] {
  const found: ReportVersion[][] = [];
  for (const version of versions) {
    const last = found.at(-1)?.at(-1);
    const goesOn = last && version.kind === 'draft' && !version.isRead && Date.parse(last.savedAt) - Date.parse(version.savedAt) < pause;
    if (goesOn) found.at(-1)!.push(version);
    else found.push([version]);
  }
  return found;
}
