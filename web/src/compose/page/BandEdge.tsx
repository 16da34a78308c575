import Box from '@mui/material/Box';
import { useState } from 'react';
import type { BandPart, ComposeBand } from '../../api/generated';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { findPart } from '../document/definition';
import { millimetres } from '../document/millimetres';

/**
 * The lower edge of a band: dragging it gives the band's last part a fixed height, which is shown meanwhile; a double click lets the height
 * follow again what stands in the part.
 */
export function BandEdge({ band, zoom }: { band: ComposeBand; zoom: number }) {
  const [from, setFrom] = useState<number>();
  const [by, setBy] = useState(0);
  const definition = useCompose((s) => (from === undefined ? undefined : s.definition));
  const { edit } = useCompose.getState();
  const last = band.parts.at(-1);
  const heightAfter = (part: BandPart, points: number) => {
    // What stands in it keeps its room.
    const least = Math.max(0, ...(part.elements ?? []).map((e) => (e.y ?? 0) + (e.height ?? 16)));
    return Math.max(least, Math.round(((part.height ?? Number(last?.height)) + points) * 4) / 4);
  };
  const set = (heightOf: (part: BandPart) => number | null) =>
    void edit((now) => {
      const part = last && findPart(now, last.id);
      const height = part && heightOf(part);
      return part && height !== (part.height ?? null) ? { type: 'replace', item: { kind: 'part', part: { ...part, height } } } : undefined;
    });
  const dragged = by !== 0 && last && definition ? findPart(definition, last.id) : undefined;
  return (
    <Box
      className="band-edge"
      aria-hidden
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        setFrom(e.clientY);
      }}
      onPointerMove={(e) => from !== undefined && setBy(e.clientY - from)}
      onPointerUp={() => {
        if (from !== undefined && Math.abs(by) > 2) set((part) => heightAfter(part, by / zoom));
        setFrom(undefined);
        setBy(0);
      }}
      onClick={(e) => e.stopPropagation()}
      onDoubleClick={() => set(() => null)}
      sx={{
        position: 'absolute',
        left: 0,
        right: 0,
        bottom: -3,
        height: 6,
        zIndex: 3,
        cursor: 'row-resize',
        touchAction: 'none',
        '&:hover, &[data-drags=true]': { bgcolor: `${color.main}80` },
      }}
      data-drags={from !== undefined}
      style={{ transform: `translateY(${by}px)` }}
    >
      {dragged && (
        <Box
          sx={{
            position: 'absolute',
            right: 4,
            top: 6,
            px: 0.75,
            borderRadius: 0.75,
            fontSize: 11,
            bgcolor: color.ink,
            color: color.paper,
          }}
        >
          {`${millimetres(heightAfter(dragged, by / zoom))} mm high`}
        </Box>
      )}
    </Box>
  );
}
