import type { Shortcuts } from '../../shell/ShortcutList';

/** What the keys do in Compose alone. */
export const composeShortcuts: Shortcuts = [
  ['Arrow keys', 'on the page: to the next band or element; once it is chosen, they move it by a point, with Shift by ten'],
  ['Enter or Space', 'chooses what has the focus; with Shift, one more'],
  ['Enter', 'goes to the settings of what is chosen'],
  ['Escape', 'back from the settings; then from a part of a chart to the chart, to nothing chosen, to the band'],
  ['F2', 'types over the words of an element'],
  ['Alt + arrow keys', 'move a column or a level; with Shift, change a column’s width'],
  ['Delete', 'takes out what is chosen'],
  ['Ctrl+Z, Ctrl+Y', 'undo, redo; in a field, what was typed there first'],
  ['Ctrl+C, Ctrl+X, Ctrl+V', 'copy, cut and paste, into other reports and tabs too'],
  ['Ctrl+D', 'a copy beside it'],
  ['Shift + click', 'chooses one more; a frame drawn on the page chooses what it touches'],
  ['Alt while dragging', 'puts things where they are let go, beside the guides'],
  ['Menu key, right button', 'what can be done with what is chosen'],
  ['Ctrl++, Ctrl+−, Ctrl+0', 'larger, smaller, fitted to the window'],
  ['Ctrl+K', 'all commands, found by typing'],
];
