import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { ChartWording, ElementChartElement } from '../../api/generated';
import { times } from '../../shell/count';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import { bandName, isChart, words, type Placed } from '../definition';
import { ChartSentence } from './ChartSentence';
import { LinkSentence } from './LinkSentence';
import { NumbersDrawn } from './NumbersDrawn';
import { PanelHead } from './PanelHead';

const legends = [
  { value: 'automatic', label: 'Where it fits, if it is needed' },
  { value: 'none', label: 'None' },
  { value: 'below', label: 'Below' },
  { value: 'right', label: 'On the right' },
  { value: 'above', label: 'Above' },
];
/** The first colours of the palettes that charts use; further series take the next ones. */
const tones = ['#0B5D5B', '#1F6FA8', '#6D4A94', '#3C7D46', '#8C3B5E', '#4E6470'];

/** A chart: what it shows, what a click on it does, and how it looks. */
export function ChartPanel({ placed }: { placed: Placed }) {
  const { definition, view, edit, setElement, select } = useCompose('definition', 'view', 'edit', 'setElement', 'select');
  const chart = placed.element;
  if (!definition || !isChart(chart)) return null;
  const section = placed.section;
  const set = (change: Partial<ElementChartElement>) => void setElement(chart.id, change as Partial<typeof chart>);
  const said = chart.words ?? {};
  const setWords = (change: Partial<ChartWording>) => set({ words: { ...said, ...change } });
  const colors = chart.colors ?? [];
  const printed = view?.bands.find((b) => b.section === section.id && b.kind === placed.band && b.level === placed.level)?.printed;
  const where = bandName(section, placed.band, placed.level).toLowerCase();
  return (
    <>
      <PanelHead>{`Chart in the ${where}, drawn ${Number(printed) === 1 ? 'once' : times(Number(printed ?? 0))}`}</PanelHead>
      <ChartSentence
        chart={chart}
        definition={definition}
        section={section}
        group={placed.level > 0 ? section.levels?.[placed.level - 1]?.name.toLowerCase() : undefined}
        onChange={set}
      />
      <LinkSentence chart={chart} section={section} level={placed.level} />
      <Setting
        name="Words"
        summary={[
          said.title === '' ? 'no title' : 'title',
          said.category !== '' && 'category axis',
          said.value && 'value axis',
          chart.labels?.show !== 'never' && 'labels',
        ]
          .filter(Boolean)
          .join(', ')}
      >
        <TextSetting
          label="Title"
          value={said.title ?? ''}
          placeholder="a short one is made"
          onCommit={(title) => setWords({ title: title || null })}
        />
        <TextSetting
          label="Category axis title"
          value={said.category ?? ''}
          placeholder={said.category === '' ? 'none' : words(definition, chart.category.by, section)}
          onCommit={(v) => setWords({ category: v })}
        />
        <TextSetting
          label="Value axis title"
          value={said.value ?? ''}
          placeholder="none"
          onCommit={(v) => setWords({ value: v || null })}
        />
        <FormControlLabel
          control={
            <Switch
              size="small"
              checked={chart.labels?.show !== 'never'}
              onChange={(e) => set({ labels: { ...chart.labels, show: e.target.checked ? 'ifAllFit' : 'never' } })}
            />
          }
          label="Numbers on the marks, where all of them have room"
          slotProps={{ typography: { sx: { fontSize: 13 } } }}
        />
        <TextSetting
          label="Pattern of numbers"
          value={chart.values[0].pattern ?? ''}
          placeholder="a short one that fits"
          onCommit={(v) => set({ values: chart.values.map((value, i) => (i === 0 ? { ...value, pattern: v || null } : value)) })}
        />
        <TextSetting
          label="Pattern of categories"
          value={chart.category.pattern ?? ''}
          placeholder="the usual one"
          onCommit={(v) => set({ category: { ...chart.category, pattern: v || null } })}
        />
      </Setting>
      <Setting name="Legend" summary={legends.find((l) => l.value === (chart.legend ?? 'automatic'))!.label.toLowerCase()}>
        <Sentence>
          The legend stands{' '}
          <Blank label="Place of the legend" choices={legends} onPick={(v) => set({ legend: v as ElementChartElement['legend'] })}>
            {legends.find((l) => l.value === (chart.legend ?? 'automatic'))!.label.toLowerCase()}
          </Blank>
          .
        </Sentence>
        {chart.values.map((value, i) => (
          <TextSetting
            key={i}
            label={chart.values.length > 1 ? `Name of value ${i + 1}` : 'Name of the value'}
            value={value.name ?? ''}
            placeholder="a short one is made"
            onCommit={(name) => set({ values: chart.values.map((v, k) => (k === i ? { ...v, name: name || null } : v)) })}
          />
        ))}
      </Setting>
      <Setting
        name="Colour"
        summary={
          <Box
            component="span"
            sx={{ display: 'inline-block', width: 14, height: 14, borderRadius: 0.5, verticalAlign: 'middle' }}
            style={{ background: colors[0] ?? tones[0] }}
          />
        }
      >
        <Box sx={{ display: 'flex', gap: 0.75 }}>
          {tones.map((tone) => (
            <Box
              component="button"
              type="button"
              key={tone}
              aria-label={`Colour ${tone}`}
              aria-pressed={(colors[0] ?? tones[0]) === tone}
              onClick={() => set({ colors: [tone, ...colors.slice(1)] })}
              sx={{
                width: 28,
                height: 28,
                borderRadius: 1,
                cursor: 'pointer',
                border: '2px solid transparent',
                '&[aria-pressed=true]': { borderColor: '#1F2A30' },
              }}
              style={{ background: tone }}
            />
          ))}
        </Box>
      </Setting>
      <Setting
        name="Frame"
        summary={`${Math.round(((chart.width ?? 0) * 25.4) / 72)} × ${Math.round(((chart.height ?? 16) * 25.4) / 72)} mm`}
      >
        <TextSetting
          label="Width, mm"
          value={(((chart.width ?? 0) * 25.4) / 72).toFixed(0)}
          onCommit={(v) => {
            if (Number(v) >= 20) set({ width: (Number(v) * 72) / 25.4 });
          }}
        />
        <TextSetting
          label="Height, mm"
          value={(((chart.height ?? 16) * 25.4) / 72).toFixed(0)}
          onCommit={(v) => {
            if (Number(v) >= 15) set({ height: (Number(v) * 72) / 25.4 });
          }}
        />
      </Setting>
      <NumbersDrawn chart={chart.id} />
      <Button
        color="inherit"
        sx={{ mt: 1, ml: -0.75 }}
        onClick={() => {
          void edit({ type: 'remove', ids: [chart.id] });
          select({ kind: 'report' });
        }}
      >
        Remove the chart
      </Button>
    </>
  );
}
