import type { ElementChartElement } from '../../../api/generated';
import { times } from '../../../shell/count';
import { useCompose } from '../../store/composeStore';
import { bandName, isChart, type Placed } from '../../document/definition';
import { PanelHead } from '../parts/PanelHead';
import { AxesSetting } from './AxesSetting';
import { ChartSentence } from './ChartSentence';
import { FollowSentence, followsLink } from './FollowSentence';
import { LinkSentence } from '../link/LinkSentence';
import { LookSetting } from './LookSetting';
import { MarksSetting } from './MarksSetting';
import { NumbersDrawn } from './NumbersDrawn';
import { PartPanel } from './PartPanel';
import { RowsSetting } from './RowsSetting';
import { RowsSource } from './RowsSource';
import { WordsSetting } from './WordsSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { midSentence } from '../../../shell/midSentence';

/** A chart: what it shows, what a click on it does, and in five places how it is drawn. */
export function ChartPanel({ placed }: { placed: Placed }) {
  const { definition, view, setElement, selection } = useCompose('definition', 'view', 'setElement', 'selection');
  const chart = placed.element;
  if (!definition || !isChart(chart)) return null;
  const section = placed.section;
  /** What the chart's own expressions are over. */
  const rows = chart.own ? { ...section, dataset: chart.own.dataset, columns: [], levels: [] } : section;
  const set = (change: Partial<ElementChartElement>) => void setElement(chart.id, change as Partial<typeof chart>);
  const part = selection.kind === 'element' ? selection.part : undefined;
  if (part) return <PartPanel key={part} chart={chart} part={part} onChange={set} />;
  const printed = view?.bands.find((b) => b.section === section.id && b.kind === placed.band && b.level === placed.level)?.printed;
  const where = bandName(section, placed.band, placed.level).toLowerCase();
  return (
    <>
      <PanelHead>{`Chart in the ${where}, drawn ${Number(printed) === 1 ? 'once' : times(Number(printed ?? 0))}`}</PanelHead>
      {chart.follows && <FollowSentence chart={chart} definition={definition} onChange={set} />}
      {!chart.follows && (
        <ChartSentence
          chart={chart}
          definition={definition}
          section={rows}
          source={
            <RowsSource
              chart={chart}
              definition={definition}
              section={section}
              level={placed.level}
              group={placed.level > 0 ? midSentence(section.levels?.[placed.level - 1]?.name ?? '') : undefined}
              onChange={set}
            />
          }
          onChange={set}
        />
      )}
      {!followsLink(chart, definition) && <LinkSentence placed={placed} />}
      {!chart.follows && <RowsSetting chart={chart} definition={definition} section={rows} onChange={set} />}
      <WordsSetting chart={chart} definition={definition} section={rows} onChange={set} />
      <AxesSetting chart={chart} onChange={set} />
      <MarksSetting chart={chart} onChange={set} />
      <LookSetting chart={chart} definition={definition} onChange={set} />
      <NumbersDrawn chart={chart.id} />
      <RemoveButton ids={[chart.id]}>Remove the chart</RemoveButton>
    </>
  );
}
