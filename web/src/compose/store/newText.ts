import { create } from 'zustand';
import type { EditAddText } from '../../api/generated';
import { useCompose } from './composeStore';

/** The text that was just added: its words are selected, to be typed over, as soon as it is drawn. */
export const useNewText = create<{ id?: string }>(() => ({}));

export async function addText(text: EditAddText) {
  await useCompose.getState().edit({ type: 'addText', ...text });
  const { selection } = useCompose.getState();
  if (selection.kind === 'element') useNewText.setState({ id: selection.id });
}
