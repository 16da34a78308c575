import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ElementChartElement, NamedSeries, SeriesLook } from '../../../api/generated';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { AxisSentence, CategoryAxisSentence } from './AxisSentences';
import { useChartChoices, type ChangeChart } from '../../document/choices';
import { LabelSentence } from './LabelSentence';
import { LegendSentence } from './LegendSentence';
import { MarksSentences } from './MarksSentences';
import { isText, partNames, placeOf, textOf } from '../../document/parts';
import { SeriesList } from './SeriesList';
import { SeriesSentence } from './SeriesSentence';
import { TextSentence } from './TextSentence';
import { useTiedColors } from '../../store/tiedColors';
import { useChartView } from '../../store/useChartView';

/** A part of the picture as the subject of the panel, with the way back to the chart. */
export function PartPanel({ chart, part, onChange }: { chart: ElementChartElement; part: string; onChange: ChangeChart }) {
  const { select } = useCompose.getState();
  const view = useChartView(chart.id);
  const { kind, at } = placeOf(part);
  const name =
    kind === 'series'
      ? (view?.series[at]?.name ?? 'Series')
      : kind === 'mark'
        ? (view?.marks[at]?.label ?? 'Mark')
        : (partNames[kind] ?? kind);
  const back = () => {
    select({ kind: 'element', id: chart.id });
    [...document.querySelectorAll<HTMLElement>('[data-element]')].find((e) => e.dataset.element === chart.id)?.focus();
  };
  return (
    <>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75, display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Button size="small" color="inherit" sx={{ p: 0, minWidth: 0, fontSize: 12 }} onClick={back}>
          Chart
        </Button>
        <span aria-hidden>›</span> <span>{name}</span>
      </Box>
      <Box sx={{ display: 'grid', gap: 1 }}>
        <PartSentences chart={chart} part={part} onChange={onChange} />
      </Box>
    </>
  );
}

function PartSentences({ chart, part, onChange }: { chart: ElementChartElement; part: string; onChange: ChangeChart }) {
  const view = useChartView(chart.id);
  const { kind, at } = placeOf(part);
  const axes = chart.axes ?? {};
  if (isText(kind)) {
    const { text, change } = textOf(chart, kind);
    return (
      <TextSentence
        key={kind}
        name={partNames[kind]}
        text={text}
        automatic={view?.texts[kind] || 'none'}
        onChange={(next) => onChange(change(next))}
      />
    );
  }
  switch (kind) {
    case 'left':
    case 'right':
      return (
        <AxisSentence
          name={kind}
          axis={axes[kind] ?? {}}
          onChange={(change) => onChange({ axes: { ...axes, [kind]: { ...axes[kind], ...change } } })}
        />
      );
    case 'category':
      return <CategoryAxisSentence chart={chart} onChange={onChange} />;
    case 'legend':
      return (
        <>
          <LegendSentence legend={chart.legend ?? {}} onChange={(legend) => onChange({ legend })} />
          <SeriesList chart={chart.id} />
        </>
      );
    case 'labels':
      return <LabelSentence labels={chart.labels ?? {}} onChange={(change) => onChange({ labels: { ...chart.labels, ...change } })} />;
    case 'series':
      return <OneSeries chart={chart} at={at} onChange={onChange} />;
    case 'mark':
      return <OneMark chart={chart} at={at} onChange={onChange} />;
    default:
      return <MarksSentences chart={chart} onChange={onChange} />;
  }
}

/** A series: a value of the chart, or one part of the rows where it is split. */
function OneSeries({ chart, at, onChange }: { chart: ElementChartElement; at: number; onChange: ChangeChart }) {
  const shown = useChartView(chart.id)?.series[at];
  const { types, palettes } = useChartChoices();
  const tied = useTiedColors();
  if (!shown) return <Sentence>This series is not drawn any more.</Sentence>;
  const type = types.find((t) => t.id === (chart.chart ?? 'columns'));
  const colors = palettes.find((p) => p.id === (chart.palette ?? 'firth'))?.colors;
  const value = chart.values[shown.value];
  const props = {
    name: shown.name,
    hasPoints: type?.bends === true || value?.drawnAs === 'lines' || value?.drawnAs === 'areas' || type?.combines === true,
    wearsLabels: type?.labels !== false,
    colors: colors ?? [],
  };
  const split = chart.series;
  if (!split) {
    const set = (change: Partial<typeof value>) =>
      onChange({ values: chart.values.map((v, i) => (i === shown.value ? { ...v, ...change } : v)) });
    return (
      <SeriesSentence
        {...props}
        own={value?.name}
        look={value?.look ?? {}}
        onName={(name) => set({ name })}
        onLook={(look: SeriesLook) => set({ look })}
      />
    );
  }
  const own = split.looks?.find((l) => l.of === shown.key) ?? { of: shown.key };
  const set = (change: Partial<NamedSeries>) =>
    onChange({ series: { ...split, looks: [...(split.looks ?? []).filter((l) => l.of !== shown.key), { ...own, ...change }] } });
  return (
    <>
      <SeriesSentence
        {...props}
        own={own.name}
        look={own.look ?? {}}
        onName={(name) => set({ name })}
        onLook={(look: SeriesLook) => set({ look })}
      />
      <Sentence>
        In every chart of this report it is{' '}
        <ColourBlank
          label={`Colour of ${shown.name} everywhere`}
          value={tied.of(split.by, shown.key)}
          none="as each chart has it"
          colors={props.colors}
          onPick={(picked) => tied.set(split.by, shown.key, picked)}
        />
        .
      </Sentence>
    </>
  );
}

/** One mark: its category's colour everywhere, its series, and what all marks wear. */
function OneMark({ chart, at, onChange }: { chart: ElementChartElement; at: number; onChange: ChangeChart }) {
  const view = useChartView(chart.id);
  const { palettes } = useChartChoices();
  const tied = useTiedColors();
  const { select } = useCompose.getState();
  const mark = view?.marks[at];
  if (!mark) return <Sentence>This mark is not drawn any more.</Sentence>;
  const colors = palettes.find((p) => p.id === (chart.palette ?? 'firth'))?.colors ?? [];
  // Where a chart is split, its colours tell series apart.
  const series = view.series[mark.series];
  const [by, key, name] =
    chart.series && series ? [chart.series.by, series.key, series.name] : [chart.category.by, mark.category ?? '', mark.name];
  return (
    <>
      <Sentence>
        {mark.label}: <b>{mark.figure}</b>, from {mark.rows} {mark.rows === 1 ? 'row' : 'rows'}.
      </Sentence>
      <Sentence>
        In every chart of this report {name} is{' '}
        <ColourBlank
          label={`Colour of ${name} everywhere`}
          value={tied.of(by, key)}
          none="as each chart has it"
          colors={colors}
          onPick={(picked) => tied.set(by, key, picked)}
        />
        .
      </Sentence>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {series && (
          <Button size="small" color="inherit" onClick={() => select({ kind: 'element', id: chart.id, part: `series ${mark.series}` })}>
            {series.name}…
          </Button>
        )}
        <Button size="small" color="inherit" onClick={() => select({ kind: 'element', id: chart.id, part: 'plot' })}>
          All marks…
        </Button>
      </Box>
      <LabelSentence labels={chart.labels ?? {}} onChange={(change) => onChange({ labels: { ...chart.labels, ...change } })} />
    </>
  );
}
