import type { ReportDefinition } from '../../api/generated';

/**
 * A definition that holds the same pictures as another one holds them in the same strings: every step of the undo would
 * otherwise keep its own copy of each file.
 */
export function sharedImages(next: ReportDefinition, known?: ReportDefinition): ReportDefinition {
  const held = new Map((known?.images ?? []).map((image) => [image.id, image]));
  return held.size === 0 || !next.images?.length ? next : { ...next, images: next.images.map((image) => held.get(image.id) ?? image) };
}
