import Box from '@mui/material/Box';
import { useState } from 'react';
import type { ComposeBand } from '../api/generated';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { findPart, findSection, partsOf } from './definition';

/** The lower edge of a band: dragging it changes the height of the band's last part. */
export function BandEdge({ band, zoom }: { band: ComposeBand; zoom: number }) {
  const [from, setFrom] = useState<number>();
  const [by, setBy] = useState(0);
  const { edit } = useCompose.getState();
  const change = (points: number) =>
    void edit((now) => {
      const section = findSection(now, band.section);
      const last = section && partsOf(now, section, band.kind, Number(band.level)).at(-1);
      const part = last && findPart(now, last.id);
      if (!part) return undefined;
      // What stands in it keeps its room.
      const least = Math.max(0, ...(part.elements ?? []).map((e) => (e.y ?? 0) + (e.height ?? 16)));
      const height = Math.max(least, Math.round((part.height + points) * 4) / 4);
      return height === part.height ? undefined : { type: 'replace', item: { kind: 'part', part: { ...part, height } } };
    });
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
        if (from !== undefined && Math.abs(by) > 2) change(by / zoom);
        setFrom(undefined);
        setBy(0);
      }}
      onClick={(e) => e.stopPropagation()}
      sx={{
        position: 'absolute',
        left: 0,
        right: 0,
        bottom: -3,
        height: 6,
        zIndex: 3,
        cursor: 'row-resize',
        touchAction: 'none',
        '&:hover, &[data-drags=true]': { bgcolor: color.main, opacity: 0.5 },
      }}
      data-drags={from !== undefined}
      style={{ transform: `translateY(${by}px)` }}
    />
  );
}
