import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { useRef, useState } from 'react';
import type { Section } from '../../api/generated';
import { spoken } from '../../shell/count';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { newLevels } from '../document/newLevels';
import { useFieldNames } from '../store/useFieldNames';
import { moveWithin } from '../store/edits';
import type { Rail } from '../document/rails';

export const slotWidth = 22;
/** The page's upper padding, above its first band. */
const offset = 14;

/** The looks of rails: there are many of them, and each edit draws them anew, so they share their rules. */
const looks = {
  position: 'relative',
  flex: 'none',
  '& .rail': {
    position: 'absolute',
    font: 'inherit',
    width: slotWidth - 4,
    p: 0,
    cursor: 'pointer',
    bgcolor: 'transparent',
    border: 0,
    borderLeft: '3px solid currentColor',
    touchAction: 'none',
  },
  '& .rail.level': { cursor: 'ew-resize' },
  '& .rail::before, & .rail::after': { content: '""', position: 'absolute', left: 0, width: 7, height: 3, bgcolor: 'currentColor' },
  '& .rail::before': { top: 0 },
  '& .rail::after': { bottom: 0 },
  '& .rail[aria-pressed=true]': { bgcolor: color.mainTint },
  '& .rail:hover': { bgcolor: color.panel },
  '& .rail > span': {
    position: 'absolute',
    left: 2,
    top: '50%',
    writingMode: 'vertical-rl',
    textOrientation: 'sideways',
    transform: 'translateY(-50%) rotate(180deg)',
    whiteSpace: 'nowrap',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    fontSize: 11,
    bgcolor: color.panel,
    py: 0.25,
  },
  '& .add-level': {
    position: 'absolute',
    width: 20,
    height: 20,
    p: 0,
    font: 'inherit',
    fontSize: 15,
    lineHeight: '16px',
    cursor: 'pointer',
    color: color.main,
    bgcolor: color.paper,
    border: `1px solid ${color.line}`,
    borderRadius: 1,
  },
} as const;

/** How groups nest: one bracket a level, with its name and how often it is printed. A bracket is the handle of its level. */
export function Rails({ rails, heights, width }: { rails: Rail[]; heights: number[]; width: number }) {
  const { definition, selection, select, edit } = useCompose('definition', 'selection', 'select', 'edit');
  const written = useFieldNames();
  const [adding, setAdding] = useState<{ anchor: HTMLElement; section: Section }>();
  const [drag, setDrag] = useState<{ id: string; by: number }>();
  const start = useRef(0);
  if (!definition || rails.length === 0) return <Box sx={{ width }} />;
  const tops = heights.reduce<number[]>((all, h) => [...all, all[all.length - 1] + h + 1], [0]);
  const top = (rail: Rail) => tops[rail.first] + offset + 2;
  const height = (rail: Rail) => tops[rail.last + 1] - tops[rail.first] - 5;
  /** A name may be longer than its own bracket, but not than that of its section. */
  const room = (rail: Rail) => Math.max(30, height(rails.find((r) => r.section === rail.section)!) - 4);
  const finish = (rail: Rail) => {
    if (!drag) return;
    setDrag(undefined);
    const by = Math.round(drag.by / slotWidth);
    const levels = rail.section.levels ?? [];
    if (by) void edit(moveWithin(drag.id, rail.section, levels.findIndex((l) => l.id === drag.id) + by));
  };
  const pick = ({ level, isRows, section }: Rail) =>
    select(
      level
        ? { kind: 'level', id: level.id }
        : isRows
          ? { kind: 'band', section: section.id, band: 'detail', level: 0 }
          : { kind: 'report' },
    );
  return (
    <Box role="group" aria-label="Levels" data-region="levels" sx={looks} style={{ width }}>
      {rails.map((rail) => {
        const { level } = rail;
        const on = level !== null && selection.kind === 'level' && selection.id === level.id;
        return (
          <button
            type="button"
            className={level ? 'rail level' : 'rail'}
            key={`${rail.section.id} ${rail.slot}`}
            aria-label={`${rail.name} ${rail.note}: ${level ? 'a level, ' : ''}printed ${spoken(rail.note)}`}
            data-rail={level?.id}
            aria-pressed={on}
            title={level ? `${rail.name}: click for its settings, drag sideways to reorder` : rail.name}
            onClick={() => pick(rail)}
            onPointerDown={(e) => {
              if (!level) return;
              start.current = e.clientX;
              setDrag({ id: level.id, by: 0 });
              e.currentTarget.setPointerCapture(e.pointerId);
            }}
            onPointerMove={(e) => {
              if (drag) setDrag({ ...drag, by: e.clientX - start.current });
            }}
            onPointerUp={() => finish(rail)}
            style={{
              left: rail.slot * slotWidth + (level && drag?.id === level.id ? drag.by : 0),
              top: top(rail),
              height: Math.max(18, height(rail)),
              color: rail.tone,
            }}
          >
            <span style={{ maxHeight: room(rail) }}>
              <b>{rail.name}</b> {rail.note}
            </span>
          </button>
        );
      })}
      {rails
        .filter((r) => !r.level && !r.isRows)
        .map((rail) => (
          <button
            type="button"
            className="add-level"
            key={rail.section.id}
            aria-label={rail.section === rails[0].section ? 'Add a level' : `Add a level to ${rail.section.id}`}
            title="Group the rows by one more field"
            onClick={(e) => setAdding({ anchor: e.currentTarget, section: rail.section })}
            style={{
              left: (rail.slot + 1) * slotWidth - (rail.slot && slotWidth),
              top: top(rail) + height(rail) + (rail.slot === 0 ? 10 : -16),
            }}
          >
            +
          </button>
        ))}
      <Menu
        open={adding !== undefined}
        anchorEl={adding?.anchor}
        onClose={() => setAdding(undefined)}
        slotProps={{ paper: { sx: { maxHeight: 380 } } }}
      >
        <MenuItem disabled sx={{ opacity: '1 !important', color: color.muted }}>
          Group the rows by
        </MenuItem>
        {adding &&
          newLevels(definition, adding.section, written).map(({ words, edit: made }) => (
            <MenuItem
              key={words}
              onClick={() => {
                setAdding(undefined);
                void edit(made);
              }}
            >
              {words}
            </MenuItem>
          ))}
      </Menu>
    </Box>
  );
}
