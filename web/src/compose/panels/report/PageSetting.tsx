import Box from '@mui/material/Box';
import type { PageSetup } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { millimetres, pointsOf } from '../../document/millimetres';

/** Papers by their upright sides, in millimetres (ISO 216; the North American sizes in inches times 25.4). */
const papers = [
  { name: 'A3', width: 297, height: 420 },
  { name: 'A4', width: 210, height: 297 },
  { name: 'A5', width: 148, height: 210 },
  { name: 'A6', width: 105, height: 148 },
  { name: 'Letter', width: 215.9, height: 279.4 },
  { name: 'Legal', width: 215.9, height: 355.6 },
  { name: 'Tabloid', width: 279.4, height: 431.8 },
];

const usual = { width: 595.28, height: 841.89, left: 42.52, top: 42.52, right: 42.52, bottom: 42.52 };
const sides = ['left', 'top', 'right', 'bottom'] as const;
const near = (a: number, b: number) => Math.abs(a - b) < 1;

/** The paper, which way it lies, and its margins. */
export function PageSetting() {
  const { definition, replace } = useCompose('definition', 'replace');
  if (!definition) return null;
  const page = { ...usual, ...definition.page };
  const set = (change: Partial<PageSetup>) => void replace((now) => ({ ...now, page: { ...usual, ...now.page, ...change } }));
  const isLying = page.width > page.height;
  const [narrow, wide] = [Math.min(page.width, page.height), Math.max(page.width, page.height)];
  const paper = papers.find((p) => near(pointsOf(p.width), narrow) && near(pointsOf(p.height), wide));
  const sized = (width: number, height: number, lying: boolean) => set(lying ? { width: height, height: width } : { width, height });
  const own = `${millimetres(page.width)} × ${millimetres(page.height)} mm`;
  const pick = (value: string) => {
    const known = papers.find((p) => p.name === value);
    if (known) return sized(pointsOf(known.width), pointsOf(known.height), isLying);
    const [width, height] = value.split(/[×x*]/).map((n) => pointsOf(Number.parseFloat(n.replace(',', '.'))));
    if (width >= 72 && height >= 72 && width <= 14400 && height <= 14400) set({ width, height });
  };
  return (
    <Setting name="Page" summary={`${paper?.name ?? own}, ${isLying ? 'lying' : 'upright'}`}>
      <Sentence>
        Print on{' '}
        <Blank
          label="Paper"
          choices={papers.map((p) => ({ value: p.name, label: p.name, hint: `${p.width} × ${p.height} mm` }))}
          typed={own}
          typing="Another size, mm…"
          onPick={pick}
        >
          {paper?.name ?? own}
        </Blank>
        ,{' '}
        <Blank
          label="Orientation"
          choices={[
            { value: 'upright', label: 'upright' },
            { value: 'lying', label: 'lying' },
          ]}
          onPick={(way) => sized(narrow, wide, way === 'lying')}
        >
          {isLying ? 'lying' : 'upright'}
        </Blank>
        .
      </Sentence>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {sides.map((side) => (
          <TextSetting
            key={side}
            label={`Margin ${side}, mm`}
            value={millimetres(page[side])}
            onCommit={(text) => {
              const points = pointsOf(Number.parseFloat(text.replace(',', '.')));
              if (points >= 0 && points < 2000) set({ [side]: points });
            }}
          />
        ))}
      </Box>
    </Setting>
  );
}
