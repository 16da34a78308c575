import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { ChartPartView, ChartView, ElementChartElement } from '../../api/generated';
import { color } from '../../theme/tokens';
import { placeFromPoint } from '../document/chartPlaces';
import { useCompose } from '../store/composeStore';
import { isText, partNames, placeOf, textOf } from '../document/parts';
import { useChartView } from '../store/useChartView';
import { Words } from './Words';

/** What a part is called for those who do not see it. */
function nameOf(view: ChartView, part: string): string {
  const { kind, at } = placeOf(part);
  if (kind === 'series') return `Series ${view.series[at]?.name ?? at + 1}`;
  if (kind === 'mark') return `${view.marks[at]?.label ?? 'Mark'}, ${view.marks[at]?.figure ?? ''}`;
  return `${partNames[kind] ?? kind} of the chart`;
}

/**
 * The parts of a chosen chart: each opens its settings when it is clicked, or reached with Tab and chosen with Enter; of marks and
 * labels, arrow keys lead on. Titles and the legend are dragged to another side, texts are typed over after a double click or F2.
 * Escape goes back to the chart.
 */
export function ChartPartBoxes({ chart, zoom }: { chart: ElementChartElement; zoom: number }) {
  const view = useChartView(chart.id);
  if (!view) return null;
  const first: Record<string, number> = {};
  view.parts.forEach((p, i) => {
    const { kind } = placeOf(p.part);
    if (kind === 'mark' || kind === 'labels') first[kind] ??= i;
  });
  return view.parts.map((part, i) => {
    const { kind } = placeOf(part.part);
    return <PartBox key={i} chart={chart} view={view} part={part} zoom={zoom} isStop={first[kind] === undefined || first[kind] === i} />;
  });
}

interface BoxProps {
  chart: ElementChartElement;
  view: ChartView;
  part: ChartPartView;
  zoom: number;
  /** True if Tab stops at it. */
  isStop: boolean;
}

function PartBox({ chart, view, part, zoom, isStop }: BoxProps) {
  const chosen = useCompose((s) => s.selection.kind === 'element' && s.selection.id === chart.id && s.selection.part === part.part);
  const { select, setElement } = useCompose.getState();
  const { kind } = placeOf(part.part);
  const [dragged, setDragged] = useState<{ x: number; y: number }>();
  const [typing, setTyping] = useState(false);
  const start = useRef<{ x: number; y: number }>(undefined);
  // A legend is taken by its names too.
  const canMove = isText(kind) || kind === 'legend' || kind === 'series';
  const text = isText(kind) ? textOf(chart, kind) : undefined;

  /** Where it was dropped says on which side it stands from now on, and how it is aligned there. */
  const drop = (e: React.PointerEvent<HTMLElement>) => {
    const frame = e.currentTarget.closest('[data-element]')!.getBoundingClientRect();
    const { side, align } = placeFromPoint(e.clientX, e.clientY, frame);
    if (text) void setElement(chart.id, text.change({ ...text.text, side, style: { ...text.text.style, align } }));
    else void setElement(chart.id, { legend: { ...chart.legend, place: side, align } } as Partial<ElementChartElement>);
  };
  const step = (e: React.KeyboardEvent<HTMLElement>, way: number) => {
    const all = [...e.currentTarget.parentElement!.querySelectorAll<HTMLElement>(`[data-part-kind="${kind}"]`)];
    all[all.indexOf(e.currentTarget) + way]?.focus();
  };
  return (
    <Box
      role="button"
      tabIndex={isStop ? 0 : -1}
      aria-label={nameOf(view, part.part)}
      aria-pressed={chosen}
      data-chart-part={part.part}
      data-part-kind={kind}
      onFocus={(e) => e.stopPropagation()}
      onPointerDown={(e: React.PointerEvent<HTMLElement>) => {
        if (!canMove || e.button !== 0) return;
        e.stopPropagation();
        start.current = { x: e.clientX, y: e.clientY };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (!start.current) return;
        const by = { x: e.clientX - start.current.x, y: e.clientY - start.current.y };
        if (dragged || Math.hypot(by.x, by.y) > 4) setDragged(by);
      }}
      onPointerUp={(e) => {
        if (!start.current) return;
        start.current = undefined;
        e.stopPropagation();
        if (dragged) drop(e);
        select({ kind: 'element', id: chart.id, part: dragged && kind === 'series' ? 'legend' : part.part });
        setDragged(undefined);
      }}
      onDoubleClick={(e) => {
        if (!text) return;
        e.stopPropagation();
        setTyping(true);
      }}
      onKeyDown={(e) => {
        if (e.target !== e.currentTarget) return;
        const way = e.key === 'ArrowRight' || e.key === 'ArrowDown' ? 1 : e.key === 'ArrowLeft' || e.key === 'ArrowUp' ? -1 : 0;
        if (e.key === 'Enter' || e.key === ' ') select({ kind: 'element', id: chart.id, part: part.part });
        else if (e.key === 'F2' && text) setTyping(true);
        else if (way !== 0 && !isStop) step(e, way);
        else if (way !== 0 && (kind === 'mark' || kind === 'labels')) step(e, way);
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
      sx={{
        position: 'absolute',
        borderRadius: 0.5,
        cursor: canMove ? 'grab' : 'pointer',
        '&:hover': { outline: `1px dashed ${color.main}` },
        '&[aria-pressed=true]': { outline: `2px solid ${color.main}` },
      }}
      style={{
        left: part.x * zoom + (dragged?.x ?? 0),
        top: part.y * zoom + (dragged?.y ?? 0),
        width: part.width * zoom,
        height: Math.max(6, part.height * zoom),
        ...(dragged ? { background: 'rgba(11, 93, 91, .15)', zIndex: 6 } : {}),
      }}
    >
      {typing && text && (
        <Words
          words={text.text.text ?? view.texts[kind] ?? ''}
          onTake={(words) => void setElement(chart.id, text.change({ ...text.text, text: words || null }))}
          onDone={() => setTyping(false)}
        />
      )}
    </Box>
  );
}
