/**
 * The folders of src in their order, lowest first: a file uses files of its own folder and of folders that stand before it. ESLint holds
 * it, at every depth; a folder that is not in the list is refused.
 */
export const rooms = [
  'api/generated',
  'theme',
  'api',
  'focus',
  'shell',
  'undo',
  'code',
  'sentence',
  'trace',
  'parameters',
  'data/document',
  'data/rows',
  'data/databases',
  'data/joins',
  'data/fields',
  'data',
  'read/run',
  'read/questions',
  'read/pages',
  'read/side',
  'read',
  'compose/document',
  'compose/kinds',
  'compose/session',
  'compose/store',
  'compose/history',
  'compose/panels/parts',
  'compose/panels/link',
  'compose/panels/elements',
  'compose/panels/chart',
  'compose/panels/crosstab',
  'compose/panels/bands',
  'compose/panels/report',
  'compose/panels',
  'compose/page',
  'compose/bar',
  'compose',
  'library',
  'lattice',
  '.',
];

const filesOf = (room) => `./src/${room === '.' ? '' : room + '/'}*.{ts,tsx}`;

/** For each folder, the folders that its files must not import from. */
export const zones = rooms
  .map((room, place) => ({
    target: filesOf(room),
    from: rooms.slice(place + 1).map(filesOf),
    message: `The folder ${room} stands below it in web/rooms.mjs.`,
  }))
  .filter((zone) => zone.from.length > 0);
