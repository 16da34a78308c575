import type { Shortcuts } from '../shell/ShortcutList';

/** What the keys do in Read alone. */
export const readShortcuts: Shortcuts = [
  ['Arrow keys', 'in a chart or a table: from mark to mark; in the outline: up and down, right opens, left closes'],
  ['Enter', 'opens what a mark leads to; with Ctrl in a new tab, with Shift in this place'],
  ['Alt+Enter', 'where a figure comes from'],
  ['Escape', 'closes the report beside, and goes back to what was clicked'],
  ['Ctrl+F', 'finds a text in the whole report; Enter goes on'],
  ['Ctrl++, Ctrl+−, Ctrl+0', 'on the pages: larger, smaller, as wide as there is room'],
  ['Ctrl+P', 'opens all pages as a PDF, to be printed'],
  ['Menu key, right button', 'what can be done with a chart, a table or a figure'],
];
