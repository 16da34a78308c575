import type { ChartFrame, ElementChartElement, ReportDefinition } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank, Swatches } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { frameSides, useChartChoices, type ChangeChart } from '../../document/choices';
import { ColoursSentence } from './ColoursSentence';
import { KeptLooksSentence } from './KeptLooksSentence';
import { LegendSentence } from './LegendSentence';
import { PickBlank } from '../parts/PickBlank';

const millimetre = 72 / 25.4;

/** Colours, legend, frame and size; and the look of one chart for others. */
export function LookSetting({
  chart,
  definition,
  onChange,
}: {
  chart: ElementChartElement;
  definition: ReportDefinition;
  onChange: ChangeChart;
}) {
  const { palettes } = useChartChoices();
  const palette = palettes.find((p) => p.id === (chart.palette ?? 'firth'));
  const colors = chart.colors?.length ? chart.colors : (palette?.colors ?? []);
  const size = (points?: number) => Math.round((points ?? 0) / millimetre);
  const setSize = (side: 'width' | 'height', least: number) => (text: string) => {
    const pixels = /^(\d+)\s*px$/.exec(text.trim());
    const points = pixels ? Number(pixels[1]) * 0.75 : Number(text.replace(/mm$/, '').trim().replace(',', '.')) * millimetre;
    if (points >= least * millimetre) onChange({ [side]: points });
  };
  return (
    <Setting
      name="Look"

      summary={
        <>
          <Swatches colors={colors.slice(0, 5)} /> {size(chart.width)} × {size(chart.height ?? 16)} mm
        </>
      }
    >
      <ColoursSentence chart={chart} definition={definition} onChange={onChange} />
      <LegendSentence legend={chart.legend ?? {}} onChange={(legend) => onChange({ legend })} />
      <FrameSentence frame={chart.frame ?? {}} colors={colors} onChange={(frame) => onChange({ frame })} />
      <TextSetting label="Width, mm or px" value={String(size(chart.width))} onCommit={setSize('width', 20)} />
      <TextSetting label="Height, mm or px" value={String(size(chart.height ?? 16))} onCommit={setSize('height', 8)} />
      <KeptLooksSentence chart={chart} definition={definition} />
    </Setting>
  );
}

/** What is behind and around the chart, as set or by an expression over the group that it stands in. */
function FrameSentence({ frame, colors, onChange }: { frame: ChartFrame; colors: string[]; onChange: (frame: ChartFrame) => void }) {
  const set = (change: Partial<ChartFrame>) => onChange({ ...frame, ...change });
  const byExpression = (what: 'background' | 'border', value?: string | null) => (
    <Blank
      label={`${what === 'background' ? 'Background' : 'Border'} by an expression`}
      choices={[{ value: '', label: 'in any group' }]}
      typed={value ?? "CASE WHEN count(*) > 100 THEN '#E1EDEB' END"}
      expression="group"
      typing="As an expression says…"
      onPick={(text) => set(what === 'background' ? { backgroundBy: text || null } : { borderBy: text || null })}
    >
      {value ? `but as ${value} says` : 'in any group'}
    </Blank>
  );
  return (
    <Sentence>
      Behind the chart is{' '}
      <ColourBlank
        label="Background"
        value={frame.background}
        none="the paper"
        colors={colors}
        onPick={(background) => set({ background })}
      />{' '}
      {byExpression('background', frame.backgroundBy)}, around it{' '}
      <ColourBlank label="Border" value={frame.border} none="no line" colors={colors} onPick={(border) => set({ border })} />{' '}
      {(frame.border || frame.borderBy) && (
        <>
          <PickBlank
            label="Sides of the border"
            list={frameSides}
            value={[...(frame.sides ?? [])].sort((a, b) => order.indexOf(a) - order.indexOf(b)).join(',')}
            onPick={(v) => set({ sides: (v === '' ? [] : v.split(',')) as ChartFrame['sides'] })}
          />{' '}
        </>
      )}
      {byExpression('border', frame.borderBy)}, and it casts{' '}
      <PickBlank
        label="Shadow"
        list={[
          { value: 'none', label: 'no shadow' },
          { value: 'shadow', label: 'a shadow' },
        ]}
        value={frame.shadow ? 'shadow' : 'none'}
        onPick={(v) => set({ shadow: v === 'shadow' })}
      />
      .
    </Sentence>
  );
}

const order = ['top', 'bottom', 'left', 'right'];
