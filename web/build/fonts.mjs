// Makes the report fonts fit for browsers: WOFF2 files by the letters that they hold, so that a page of Latin letters fetches 20 kB and
// not 600. Measuring and printing go on with the whole files. Made once, and again when a font changes.
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import subset from 'subset-font';

const here = dirname(fileURLToPath(import.meta.url));
const from = join(here, '../../src/LucidLattice.Output/Fonts');
const to = join(here, '../src/theme/report-fonts');

const families = {
  'Noto Sans': { Regular: [400], Bold: [700], Italic: [400, 'italic'], BoldItalic: [700, 'italic'] },
  'Noto Serif': { Regular: [400], Bold: [700] },
  'Noto Sans Mono': { Regular: [400], Bold: [700] },
};
const whole = ['Noto Sans Hebrew', 'Noto Sans Arabic'];

/** Ranges of code points; marks that combine are in each, since a letter and its mark must come from one file. */
const marks = [[0x300, 0x36f]];
const letters = {
  latin: [
    [0x0, 0xff],
    [0x131, 0x131],
    [0x152, 0x153],
    [0x2c6, 0x2dc],
    [0x2000, 0x206f],
    [0x20a0, 0x20cf],
    [0x2122, 0x2212],
  ],
  'latin-ext': [
    [0x100, 0x130],
    [0x132, 0x151],
    [0x154, 0x2af],
    [0x1e00, 0x1eff],
    [0xa720, 0xa7ff],
  ],
  greek: [
    [0x370, 0x3ff],
    [0x1f00, 0x1fff],
  ],
  cyrillic: [
    [0x400, 0x52f],
    [0x1c80, 0x1c8f],
    [0x2de0, 0x2dff],
    [0xa640, 0xa69f],
  ],
};
letters.others = gaps([...Object.values(letters).flat(), ...marks, [0xd800, 0xf8ff]]);

/** What lies between ranges, up to the end of the second plane. */
function gaps(ranges) {
  const sorted = [...ranges].sort((a, b) => a[0] - b[0]);
  return [...sorted, [0x20000]].flatMap(([start], i) => {
    const last = i === 0 ? -1 : sorted[i - 1][1];
    return start > last + 1 ? [[last + 1, start - 1]] : [];
  });
}

const hex = (code) => code.toString(16).toUpperCase();
const css = (ranges) => ranges.map(([a, b]) => (a === b ? `U+${hex(a)}` : `U+${hex(a)}-${hex(b)}`)).join(', ');
const text = (ranges) => ranges.flatMap(([a, b]) => Array.from({ length: b - a + 1 }, (_, i) => String.fromCodePoint(a + i))).join('');
const rule = (family, file, [weight, style = 'normal'], ranges) =>
  `@font-face { font-family: '${family}'; src: url('./${file}') format('woff2'); font-weight: ${weight}; font-style: ${style};` +
  `${ranges ? ` unicode-range: ${css(ranges)};` : ''} }\n`;

async function make(name, style, part, ranges) {
  const source = join(from, `${name.replaceAll(' ', '')}-${style}.ttf`);
  const file = `${name.replaceAll(' ', '')}-${style}${part ? `-${part}` : ''}.woff2`;
  const target = join(to, file);
  if (!existsSync(target) || newer(source, target)) {
    writeFileSync(target, await subset(readFileSync(source), text(ranges), { targetFormat: 'woff2' }));
  }
  return file;
}

const newer = (one, other) => statSync(one).mtimeMs > statSync(other).mtimeMs;
const all = join(to, 'report-fonts.css');
if (existsSync(to) && (!existsSync(all) || newer(fileURLToPath(import.meta.url), all))) rmSync(to, { recursive: true });
mkdirSync(to, { recursive: true });
let rules = '';
for (const [family, styles] of Object.entries(families))
  for (const [style, look] of Object.entries(styles))
    for (const [part, own] of Object.entries(letters)) {
      const ranges = part === 'others' ? own : [...own, ...marks];
      rules += rule(family, await make(family, style, part, ranges), look, ranges);
    }
for (const family of whole)
  for (const [style, weight] of [
    ['Regular', 400],
    ['Bold', 700],
  ])
    rules += rule(
      family,
      await make(family, style, '', [
        [0x20, 0xd7ff],
        [0xf900, 0xffff],
      ]),
      [weight],
    );
writeFileSync(all, rules);
