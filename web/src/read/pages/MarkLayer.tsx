import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useSnackbar } from 'notistack';
import { color } from '../../theme/tokens';
import { trace } from '../../trace/traced';
import { CrosstabDialog } from './CrosstabDialog';
import { FigureMenu } from './FigureMenu';
import { PlaceMenu, placeOf, printedAt, type PlaceOnPage } from './PlaceMenu';
import { targetsOf, targetsOfAction, type MarkTarget } from '../run/linkTargets';
import { bringOut, figureOf, isTable, markChosen, markOf, walk } from './marks';

interface Tip {
  x: number;
  y: number;
  label: string;
  figure: string;
  more?: string;
  title?: string;
}

interface Props {
  children: ReactNode;
  /** The run whose pages are shown. */
  run: string;
  /** The report and the sheet that these pages are of. */
  report: string;
  sheet: string;
  /** What was clicked here, while it is open beside. */
  chosen?: { report: string; values: Record<string, string> };
  /** Counts returns to this report, at which what was clicked gets the focus again. */
  seek?: number;
  onMark?: (target: MarkTarget) => void;
}

/** The mark that was followed last in each report. */
const followed = new Map<string, string>();

/** Tells what the mark under the pointer (or in focus) stands for, follows its link, and offers a chart's numbers and picture. */
export function MarkLayer({ children, run, report, sheet, chosen, seek = 0, onMark }: Props) {
  const [place, setPlace] = useState<PlaceOnPage>();
  const root = useRef<HTMLDivElement>(null);
  const [tip, setTip] = useState<Tip>();
  const [figure, setFigure] = useState<{ id: string; x: number; y: number; isTable: boolean }>();
  const [menu, setMenu] = useState<{ id: string; x: number; y: number; at?: PlaceOnPage; isTable: boolean }>();
  const [table, setTable] = useState<{ id: string; at?: PlaceOnPage }>();
  const [choices, setChoices] = useState<{ targets: MarkTarget[]; left: number; top: number; from?: SVGElement }>();
  const { enqueueSnackbar } = useSnackbar();
  const ask = async (at?: PlaceOnPage) => {
    if (!at) return;
    try {
      trace(run, await printedAt(at));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'info' });
    }
  };
  useEffect(() => {
    const mark = () => markChosen(root.current!, chosen);
    mark();
    // Pages come and go while one reads.
    const watch = new MutationObserver(mark);
    watch.observe(root.current!, { childList: true, subtree: true });
    return () => watch.disconnect();
  }, [chosen]);
  useEffect(() => {
    if (seek === 0) return;
    const found = () => {
      // What was clicked may be marked in several places: its column, its name along the axis.
      const own = followed.get(report);
      const mark =
        (own ? root.current?.querySelector<SVGElement>(`.chosen[data-mark="${CSS.escape(own)}"]`) : undefined) ??
        root.current?.querySelector<SVGElement>('.chosen');
      mark?.focus();
      return mark !== null && mark !== undefined;
    };
    if (found()) return;
    // Its page may still be on the way.
    const watch = new MutationObserver(() => {
      if (found()) watch.disconnect();
    });
    watch.observe(root.current!, { childList: true, subtree: true, attributes: true, attributeFilter: ['class'] });
    const given = setTimeout(() => watch.disconnect(), 5000);
    return () => {
      watch.disconnect();
      clearTimeout(given);
    };
  }, [seek, report]);
  useEffect(() => {
    // What floats beside a chart would stay behind when the pages move.
    const leave = () => setFigure(undefined);
    window.addEventListener('scroll', leave, true);
    return () => window.removeEventListener('scroll', leave, true);
  }, []);
  const show = (target: EventTarget) => {
    const mark = markOf(target);
    const around = figureOf(target);
    if (around) {
      const box = around.getBoundingClientRect();
      setFigure({ id: around.dataset.figureId!, x: box.right, y: box.top, isTable: isTable(around) });
    } else if (!(target instanceof Element && target.closest('[data-figure-button]'))) setFigure(undefined);
    const isName = mark?.dataset.series !== undefined && mark.dataset.figure === '';
    bringOut(around, isName ? mark.dataset.series : undefined);
    if (!mark || (isName && mark.dataset.report === undefined)) return setTip(undefined);
    const box = mark.getBoundingClientRect();
    setTip({
      x: box.left + box.width / 2,
      y: box.top,
      label: mark.dataset.label ?? '',
      figure: mark.dataset.figure ?? '',
      more: mark.dataset.more,
      title: targetsOf(mark)
        .map((t) => t.title)
        .join(' or '),
    });
  };
  const hide = () => {
    setTip(undefined);
    root.current?.querySelectorAll('.dimmed').forEach((one) => bringOut(one));
  };
  const follow = (target: EventTarget, newTab: boolean, here: boolean) => {
    const mark = markOf(target);
    const targets = mark ? targetsOf(mark) : [];
    if (!mark || targets.length === 0 || !onMark) return;
    setTip(undefined);
    setFigure(undefined);
    followed.set(report, mark.dataset.mark ?? '');
    const chosen = targets.map((t) => ({ ...t, open: newTab ? ('newTab' as const) : here ? ('here' as const) : t.open }));
    choose(chosen, mark);
  };
  const choose = (chosen: MarkTarget[], mark?: SVGElement) => {
    const box = mark?.getBoundingClientRect() ?? new DOMRect(window.innerWidth / 2, 120, 0, 0);
    if (chosen.length === 1) onMark?.(chosen[0]);
    else setChoices({ targets: chosen, left: box.left + box.width / 2, top: box.top + Math.min(box.height, 24), from: mark });
  };
  const openMenu = (at?: PlaceOnPage, target?: EventTarget) => {
    const around = target && figureOf(target);
    if (!around?.dataset.figureId) return false;
    setMenu({ id: around.dataset.figureId, x: at?.left ?? 0, y: at?.top ?? 0, at, isTable: isTable(around) });
    return true;
  };
  return (
    <div
      ref={root}
      onMouseOver={(e) => show(e.target)}
      onMouseLeave={() => {
        hide();
        setFigure(undefined);
      }}
      onFocus={(e) => show(e.target)}
      onBlur={hide}
      onClick={(e) => {
        if (e.altKey) void ask(placeOf(e, run, report, sheet));
        else follow(e.target, e.ctrlKey || e.metaKey, e.shiftKey);
      }}
      onContextMenu={(e) => {
        const at = placeOf(e, run, report, sheet);
        if (!openMenu(at, e.target) && at) setPlace(at);
        if (at) e.preventDefault();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && e.altKey) void ask(placeOf({ target: e.target }, run, report, sheet));
        else if (e.key === 'Enter') follow(e.target, e.ctrlKey || e.metaKey, e.shiftKey);
        const next = markOf(e.target) && walk(markOf(e.target)!, e.key);
        if (!next) return;
        e.preventDefault();
        next.focus();
      }}
    >
      {children}
      {figure && !menu && (
        <IconButton
          data-figure-button
          size="small"
          aria-label={`More about this ${figure.isTable ? 'table' : 'chart'}`}
          title="Its numbers, and files of it"
          tabIndex={-1}
          onClick={(e) => {
            e.stopPropagation();
            const picture = root.current?.querySelector(`[data-figure-id="${CSS.escape(figure.id)}"]`);
            setMenu({
              id: figure.id,
              x: e.clientX,
              y: e.clientY,
              isTable: figure.isTable,
              at: picture ? placeOf({ target: picture }, run, report, sheet) : undefined,
            });
          }}
          sx={{
            position: 'fixed',
            zIndex: 20,
            width: 26,
            height: 22,
            borderRadius: 1,
            bgcolor: color.panel,
            border: `1px solid ${color.line}`,
            '&:hover': { bgcolor: color.mainTint },
          }}
          style={{ left: figure.x - 40, top: Math.max(90, figure.y) }}
        >
          ⋯
        </IconButton>
      )}
      {place && <PlaceMenu place={place} onTrace={() => void ask(place)} onClose={() => setPlace(undefined)} />}
      {menu && (
        <FigureMenu
          run={run}
          figure={menu.id}
          at={menu}
          mark={menu.at?.mark?.label}
          isTable={menu.isTable}
          onTable={() => setTable({ id: menu.id, at: menu.at })}
          onTrace={() => void ask(menu.at)}
          onClose={() => setMenu(undefined)}
        />
      )}
      {table && (
        <CrosstabDialog
          run={run}
          figure={table.id}
          onFollow={(action) => {
            setTable(undefined);
            choose(targetsOfAction(action));
          }}
          onTrace={(mark) => void ask(table.at && { ...table.at, mark: { id: mark, label: '' } })}
          onClose={() => setTable(undefined)}
        />
      )}
      {choices && (
        <Menu
          open
          onClose={() => setChoices(undefined)}
          anchorReference="anchorPosition"
          anchorPosition={{ left: choices.left, top: choices.top }}
          slotProps={{ transition: { onExited: () => choices.from?.focus() } }}
        >
          {choices.targets.map((target, i) => (
            <MenuItem
              key={i}
              onClick={() => {
                setChoices(undefined);
                onMark?.(target);
              }}
              sx={{ color: color.linkInk }}
            >
              ↘ {target.title}
            </MenuItem>
          ))}
        </Menu>
      )}
      {tip && (
        <Box
          role="tooltip"
          sx={{
            position: 'fixed',
            zIndex: 1500,
            pointerEvents: 'none',
            bgcolor: color.ink,
            color: color.paper,
            borderRadius: 1,
            px: 1.25,
            py: 0.75,
            fontSize: 12,
            maxWidth: 260,
          }}
          style={{ left: tip.x, top: tip.y - 6, transform: 'translate(-50%, -100%)' }}
        >
          <b>
            {tip.label} {tip.figure}
          </b>
          {tip.more && <Box>{tip.more}</Box>}
          {tip.title && <Box sx={{ color: color.linkMark }}>↘ {tip.title}</Box>}
        </Box>
      )}
    </div>
  );
}
