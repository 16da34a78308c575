import type { GivenImage } from '../../api/generated';

/** A picture that an author chose, as edits take it. */
export async function chosenImage(file: File): Promise<GivenImage> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return { name: file.name, data: btoa(text) };
}
