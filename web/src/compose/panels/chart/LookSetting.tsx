import Box from '@mui/material/Box';
import type { ChartFrame, ElementChartElement, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../composeStore';
import { allElements, isChart } from '../../definition';
import { legends, useChartChoices, type ChangeChart } from './choices';
import { PickBlank } from './PickBlank';

const millimetre = 72 / 25.4;
const hex = /^#[0-9a-f]{6}$/i;
/** What a chart looks like, apart from what it shows. */
const lookOf = ({ labels, palette, colors, colorful, axes, legend, slices, frame, curve }: ElementChartElement) => ({
  labels,
  palette,
  colors,
  colorful,
  axes,
  legend,
  slices,
  frame,
  curve,
});

/** Colours, legend, frame and size; and the look of one chart for others. */
export function LookSetting({
  chart,
  definition,
  wanted,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  wanted: boolean;
  onChange: ChangeChart;
}) {
  const { palettes } = useChartChoices();
  const palette = palettes.find((p) => p.id === (chart.palette ?? 'firth'));
  const colors = chart.colors?.length ? chart.colors : (palette?.colors ?? []);
  const frame = chart.frame ?? {};
  const setFrame = (change: Partial<ChartFrame>) => onChange({ frame: { ...frame, ...change } });
  const setBorder = (border: string | null) => setFrame({ border });
  const size = (points?: number) => Math.round((points ?? 0) / millimetre);
  const setSize = (side: 'width' | 'height', least: number) => (text: string) => {
    const pixels = /^(\d+)\s*px$/.exec(text.trim());
    const points = pixels ? Number(pixels[1]) * 0.75 : Number(text.replace(/mm$/, '').trim().replace(',', '.')) * millimetre;
    if (points >= least * millimetre) onChange({ [side]: points });
  };
  return (
    <Setting
      name="Look"
      wanted={wanted}
      summary={
        <>
          <Swatches colors={colors.slice(0, 5)} /> {size(chart.width)} × {size(chart.height ?? 16)} mm
        </>
      }
    >
      <Sentence>
        Colours come from{' '}
        <Blank
          label="Palette"
          choices={[...palettes.map((p) => ({ value: p.id, label: p.name }))]}
          onPick={(id) => onChange({ palette: id === 'firth' ? null : id, colors: [] })}
        >
          {chart.colors?.length ? 'a list of my own' : (palette?.name ?? 'Firth')}
        </Blank>
        , one for each{' '}
        <PickBlank
          label="One colour for each"
          list={[
            { value: 'series', label: 'series' },
            { value: 'category', label: 'category, where there is one series' },
          ]}
          value={chart.colorful ? 'category' : 'series'}
          onPick={(v) => onChange({ colorful: v === 'category' })}
        />
        .
      </Sentence>
      <Swatches colors={colors} />
      <TextSetting
        label="Own colours, in turn"
        value={(chart.colors ?? []).join(' ')}
        placeholder="#0B5D5B #8FBEE0 …"
        onCommit={(text) => {
          const list = text.split(/[\s,;]+/).filter(Boolean);
          if (list.every((c) => hex.test(c))) onChange({ colors: list });
        }}
      />
      <Sentence>
        The legend stands{' '}
        <PickBlank
          label="Place of the legend"
          list={legends}
          value={chart.legend ?? 'automatic'}
          onPick={(legend) => onChange({ legend })}
        />
        . Behind the chart is{' '}
        <ColourBlank label="Background" value={frame.background} none="the paper" onPick={(background) => setFrame({ background })} />,
        around it <ColourBlank label="Border" value={frame.border} none="no line" onPick={setBorder} />, and it casts{' '}
        <PickBlank
          label="Shadow"
          list={[
            { value: 'none', label: 'no shadow' },
            { value: 'shadow', label: 'a shadow' },
          ]}
          value={frame.shadow ? 'shadow' : 'none'}
          onPick={(v) => setFrame({ shadow: v === 'shadow' })}
        />
        .
      </Sentence>
      <TextSetting label="Width, mm or px" value={String(size(chart.width))} onCommit={setSize('width', 20)} />
      <TextSetting label="Height, mm or px" value={String(size(chart.height ?? 16))} onCommit={setSize('height', 8)} />
      <CarryLook chart={chart} definition={definition} />
    </Setting>
  );
}

function Swatches({ colors }: { colors: string[] }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', flexWrap: 'wrap', gap: '2px', verticalAlign: 'middle' }} aria-hidden>
      {colors.map((c, i) => (
        <Box key={i} component="span" sx={{ width: 14, height: 14, borderRadius: 0.5 }} style={{ background: c }} />
      ))}
    </Box>
  );
}

const usual = ['#FFFFFF', '#F7F6F2', '#E1EDEB', '#C9CDCB', '#1F2A30'];

function ColourBlank({
  label,
  value,
  none,
  onPick,
}: {
  label: string;
  value?: string | null;
  none: string;
  onPick: (value: string | null) => void;
}) {
  return (
    <Blank
      label={label}
      choices={[{ value: '', label: none }, ...usual.map((c) => ({ value: c, label: c }))]}
      typed={value ?? '#'}
      typing="Another colour…"
      onPick={(text) => {
        if (text === '') onPick(null);
        else if (hex.test(text.trim())) onPick(text.trim());
      }}
    >
      {value ?? none}
    </Blank>
  );
}

/** Gives this chart the look of another one, or its look to all of them. */
function CarryLook({ chart, definition }: { chart: ElementChartElement; definition: ReportDefinition }) {
  const { edit } = useCompose('edit');
  const others = allElements(definition)
    .map((p) => p.element)
    .filter(isChart)
    .filter((c) => c.id !== chart.id);
  if (others.length === 0) return null;
  const named = (c: ElementChartElement, i: number) => c.words?.title || `chart ${i + 1}`;
  const carry = (from: ElementChartElement, to: ElementChartElement[]) =>
    void edit(...to.map((one) => ({ type: 'replace' as const, item: { kind: 'element' as const, element: { ...one, ...lookOf(from) } } })));
  return (
    <Sentence>
      Take this look{' '}
      <Blank
        label="Carry the look"
        choices={[
          { value: 'all', label: 'to all other charts of this report' },
          ...others.map((c, i) => ({ value: `to ${c.id}`, label: `to ${named(c, i)}` })),
          ...others.map((c, i) => ({ value: `from ${c.id}`, label: `from ${named(c, i)}` })),
        ]}
        onPick={(v) => {
          const [way, id] = v.split(' ');
          const one = others.find((c) => c.id === id);
          if (way === 'all') carry(chart, others);
          else if (one && way === 'to') carry(chart, [one]);
          else if (one) carry(one, [chart]);
        }}
      >
        to another chart…
      </Blank>
    </Sentence>
  );
}
