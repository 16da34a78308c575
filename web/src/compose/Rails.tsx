import Box from '@mui/material/Box';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useRef, useState } from 'react';
import type { ComposeBand } from '../api/generated';
import { times } from '../shell/count';
import { color, levelColor } from '../theme/tokens';
import { useCompose } from './composeStore';
import { offeredFields, mainSection } from './definition';
import { caption } from '../shell/caption';

const slot = 22;
/** The page's upper padding, above its first band. */
const offset = 14;

/** How groups nest: one bracket a level, with its name and how often it is printed. A bracket is the handle of its level. */
export function Rails({ heights, width }: { heights: number[]; width: number }) {
  const { definition, view, selection, select, edit } = useCompose();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [drag, setDrag] = useState<{ id: string; by: number }>();
  const start = useRef(0);
  if (!definition || !view) return <Box sx={{ width }} />;
  const tops = heights.reduce<number[]>((all, h) => [...all, all[all.length - 1] + h + 1], [0]);
  const levels = mainSection(definition).levels ?? [];
  const span = (from: (b: ComposeBand) => boolean, to: (b: ComposeBand) => boolean) => {
    const [first, last] = [view.bands.findIndex(from), view.bands.findIndex(to)];
    return { top: tops[first] + offset + 2, height: tops[last + 1] - tops[first] - 5 };
  };
  const printed = (kind: string, level = 0) => times(Number(view.bands.find((b) => b.kind === kind && b.level === level)?.printed ?? 0));
  const rails = [
    { id: '', name: 'Report', note: 'once', tone: color.ink, ...span((b) => b.kind === 'reportHeader', (b) => b.kind === 'reportFooter') },
    ...levels.map((l, i) => ({ id: l.id, name: l.name, note: printed('groupHeader', i + 1), tone: levelColor(i + 1), ...span((b) => b.kind === 'groupHeader' && b.level === i + 1, (b) => b.kind === 'groupFooter' && b.level === i + 1) })),
    { id: 'rows', name: 'Rows', note: printed('detail'), tone: color.rows, ...span((b) => b.kind === 'detail', (b) => b.kind === 'detail') },
  ];
  const finish = () => {
    if (!drag) return;
    setDrag(undefined);
    const by = Math.round(drag.by / slot);
    if (by) void edit({ type: 'moveLevel', level: drag.id, to: levels.findIndex((l) => l.id === drag.id) + by });
  };
  const grouped = new Set(levels.map((l) => l.by));
  return (
    <Box sx={{ position: 'relative', flex: 'none' }} style={{ width }}>
      {rails.map((rail, i) => {
        const isLevel = i > 0 && rail.id !== 'rows';
        const on = isLevel && selection.kind === 'level' && selection.id === rail.id;
        return (
          <Box
            component="button"
            type="button"
            key={rail.id || 'report'}
            aria-label={`${rail.name} ${rail.note}`}
            aria-pressed={on}
            title={isLevel ? `${rail.name}: click for its settings, drag sideways to reorder` : rail.name}
            onClick={() => select(isLevel ? { kind: 'level', id: rail.id } : rail.id === 'rows' ? { kind: 'band', band: 'detail', level: 0 } : { kind: 'report' })}
            onPointerDown={(e: React.PointerEvent) => { if (isLevel) { start.current = e.clientX; setDrag({ id: rail.id, by: 0 }); e.currentTarget.setPointerCapture(e.pointerId); } }}
            onPointerMove={(e: React.PointerEvent) => { if (drag) setDrag({ ...drag, by: e.clientX - start.current }); }}
            onPointerUp={finish}
            sx={{ position: 'absolute', font: 'inherit', width: slot - 4, p: 0, cursor: isLevel ? 'ew-resize' : 'pointer', bgcolor: on ? color.mainTint : 'transparent', border: 0, borderLeft: `3px solid ${rail.tone}`, touchAction: 'none', '&::before, &::after': { content: '""', position: 'absolute', left: 0, width: 7, height: 3, bgcolor: rail.tone }, '&::before': { top: 0 }, '&::after': { bottom: 0 }, '&:hover': { bgcolor: color.panel } }}
            style={{ left: i * slot + (drag?.id === rail.id ? drag.by : 0), top: rail.top, height: Math.max(18, rail.height) }}
          >
            <Box component="span" sx={{ position: 'absolute', left: 2, top: '50%', writingMode: 'vertical-rl', textOrientation: 'sideways', transform: 'translateY(-50%) rotate(180deg)', whiteSpace: 'nowrap', fontSize: 11, color: rail.tone, bgcolor: color.panel, py: 0.25 }}><b>{rail.name}</b> {rail.note}</Box>
          </Box>
        );
      })}
      <Box component="button" type="button" aria-label="Add a level" title="Group the rows by one more field" onClick={(e: React.MouseEvent<HTMLElement>) => setAnchor(e.currentTarget)} sx={{ position: 'absolute', width: 22, height: 22, p: 0, font: 'inherit', fontSize: 16, lineHeight: '18px', cursor: 'pointer', color: color.main, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1 }} style={{ left: slot, top: rails[0].top + rails[0].height + 10 }}>+</Box>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} slotProps={{ paper: { sx: { maxHeight: 380 } } }}>
        <MenuItem disabled sx={{ opacity: '1 !important', color: color.muted }}>Group the rows by</MenuItem>
        {offeredFields(definition).filter((f) => !grouped.has(f.name)).map((f) => <MenuItem key={f.name} onClick={() => { setAnchor(null); void edit({ type: 'addLevel', field: f.name }); }}>{caption(f)}</MenuItem>)}
      </Menu>
    </Box>
  );
}
