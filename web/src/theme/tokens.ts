/** The colours of the interface, set once. Amber is for drill-down links only, red for problems only. */
export const color = {
  ink: '#1F2A30',
  muted: '#5F6B70',
  paper: '#FFFEFB',
  desk: '#ECEAE3',
  panel: '#F7F6F1',
  line: '#DAD8D0',
  main: '#0B5D5B',
  mainTint: '#E1EDEB',
  link: '#B45309',
  linkMark: '#E9A23B',
  /** Links on their tint, where the plain colour would have too little contrast. */
  linkInk: '#994307',
  linkTint: '#FCEBD3',
  fine: '#2F6B38',
  problem: '#B3261E',
  problemTint: '#FBE3E1',
  rows: '#565D61',
  levels: ['#6D4A94', '#1F6FA8', '#3C7D46'],
};

/** The colour of a grouping level, counted from 1 at the outermost. */
export const levelColor = (level: number) => color.levels[(level - 1) % color.levels.length];
