import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { ElementChartElement } from '../../api/generated';
import { times } from '../../shell/count';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import { useFieldNames } from '../useFieldNames';
import { bandName, isChart, offeredFields, words, type Placed } from '../definition';
import { caption } from '../../shell/caption';
import { LinkSentence } from './LinkSentence';
import { NumbersDrawn } from './NumbersDrawn';
import { PanelHead } from './PanelHead';
import { useAggregates } from './useAggregates';

const simple = /^(\w+)\(([^()]+)\)$/i;
const orders = [
  { value: 'category', label: 'in the order of their names' },
  { value: 'largestFirst', label: 'largest first' },
  { value: 'smallestFirst', label: 'smallest first' },
];
const tones = ['#0B5D5B', '#1F6FA8', '#6D4A94', '#3C7D46', '#8C3B5E', '#4E6470'];

/** A chart: what it shows, what a click on it does, and how it looks. */
export function ChartPanel({ placed }: { placed: Placed }) {
  const { definition, view, edit, setElement, select } = useCompose('definition', 'view', 'edit', 'setElement', 'select');
  const written = useFieldNames();
  const aggregates = useAggregates();
  const chart = placed.element;
  if (!definition || !isChart(chart)) return null;
  const section = placed.section;
  const set = (change: Partial<ElementChartElement>) => void setElement(chart.id, change as Partial<typeof chart>);
  const fields = offeredFields(definition, section);
  const [, aggregate = '', argument = ''] = simple.exec(chart.value) ?? [];
  const shownValue =
    chart.value === 'count(*)'
      ? 'number of rows'
      : aggregate
        ? `${aggregates.find((a) => a.name === aggregate.toLowerCase())?.noun ?? aggregate} of ${words(definition, argument, section)}`
        : chart.value;
  const numbers = fields.filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key');
  const values = [
    { value: 'count(*)', label: 'number of rows' },
    ...(['sum', 'avg'] as const).flatMap((a) =>
      numbers.map((f) => ({
        value: `${a}(${written(f.name)})`,
        label: `${a === 'sum' ? 'sum' : 'average'} of ${caption(f).toLowerCase()}`,
      })),
    ),
  ];
  const inGroup = placed.level > 0;
  const groupName = section.levels?.[placed.level - 1]?.name.toLowerCase();
  const rows = !inGroup || chart.rows === 'all' ? 'every row of this report' : `the rows of each ${groupName}`;
  const printed = view?.bands.find((b) => b.section === section.id && b.kind === placed.band && b.level === placed.level)?.printed;
  const where = bandName(section, placed.band, placed.level).toLowerCase();
  return (
    <>
      <PanelHead>{`Chart in the ${where}, drawn ${Number(printed) === 1 ? 'once' : times(Number(printed ?? 0))}`}</PanelHead>
      <Sentence>
        Show the{' '}
        <Blank label="Value" expression="group" choices={values} typed={chart.value} onPick={(value) => set({ value })}>
          {shownValue}
        </Blank>{' '}
        for each{' '}
        <Blank
          label="Category"
          choices={fields.map((f) => ({ value: written(f.name), label: caption(f).toLowerCase() }))}
          typed={chart.category}
          onPick={(category) => set({ category })}
        >
          {words(definition, chart.category, section)}
        </Blank>
        , as <b>columns</b>,{' '}
        <Blank label="Order of columns" choices={orders} onPick={(v) => set({ order: v as ElementChartElement['order'] })}>
          {orders.find((o) => o.value === (chart.order ?? 'category'))!.label}
        </Blank>
        , from{' '}
        {inGroup ? (
          <Blank
            label="Rows drawn"
            choices={[
              { value: 'group', label: `the rows of each ${groupName}` },
              { value: 'all', label: 'every row of this report' },
            ]}
            tone={chart.rows === 'all' ? 'problem' : 'main'}
            onPick={(v) => set({ rows: v as ElementChartElement['rows'] })}
          >
            {rows}
          </Blank>
        ) : (
          <b>{rows}</b>
        )}
        .
      </Sentence>
      <LinkSentence chart={chart} section={section} level={placed.level} />
      <Setting
        name="Words"
        summary={[
          chart.title === '' ? 'no title' : 'title',
          chart.categoryTitle !== '' && 'category axis',
          chart.valueTitle && 'value axis',
          chart.valueLabels !== false && 'labels on top',
        ]
          .filter(Boolean)
          .join(', ')}
      >
        <TextSetting
          label="Title"
          value={chart.title ?? ''}
          placeholder="a short one is made"
          onCommit={(title) => set({ title: title || null })}
        />
        <TextSetting
          label="Category axis title"
          value={chart.categoryTitle ?? ''}
          placeholder={chart.categoryTitle === '' ? 'none' : words(definition, chart.category, section)}
          onCommit={(v) => set({ categoryTitle: v })}
        />
        <TextSetting
          label="Value axis title"
          value={chart.valueTitle ?? ''}
          placeholder="none"
          onCommit={(v) => set({ valueTitle: v || null })}
        />
        <FormControlLabel
          control={<Switch size="small" checked={chart.valueLabels !== false} onChange={(e) => set({ valueLabels: e.target.checked })} />}
          label="Numbers on top of the columns"
          slotProps={{ typography: { sx: { fontSize: 13 } } }}
        />
        <TextSetting
          label="Pattern of numbers"
          value={chart.pattern ?? ''}
          placeholder="a short one that fits"
          onCommit={(v) => set({ pattern: v || null })}
        />
        <TextSetting
          label="Pattern of categories"
          value={chart.categoryPattern ?? ''}
          placeholder="the usual one"
          onCommit={(v) => set({ categoryPattern: v || null })}
        />
      </Setting>
      <Setting
        name="Colour"
        summary={
          <Box
            component="span"
            sx={{ display: 'inline-block', width: 14, height: 14, borderRadius: 0.5, verticalAlign: 'middle' }}
            style={{ background: chart.color ?? tones[0] }}
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
              aria-pressed={(chart.color ?? tones[0]) === tone}
              onClick={() => set({ color: tone })}
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
