import type { KindView } from './kind';

/** The words of a text with what is filled in, without the braces around it. */
const spokenTemplate = (text: string) => text.replace(/\{\{\s*([^|}]*?)\s*(\|[^}]*)?\}\}/g, '$1');

export const text: KindView = {
  name: (element) => `text ${element.type === 'text' ? spokenTemplate(element.text) : ''}`,
  words: (element) => (element.type === 'text' ? element.text : undefined),
  handle: 'free',
  hasCorner: true,
};
