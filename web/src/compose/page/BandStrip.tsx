import { useDroppable } from '@dnd-kit/core';
import { memo, useMemo } from 'react';
import Box from '@mui/material/Box';
import type { ComposeBand } from '../../api/generated';
import { printed, times } from '../../shell/count';
import { color } from '../../theme/tokens';
import { BandEdge } from './BandEdge';
import { ColumnHandles } from './ColumnHandles';
import { useCompose } from '../store/composeStore';
import { findSection, partsOf } from '../document/definition';
import { ElementBox } from './ElementBox';
import { GuideLines } from './GuideLines';
import { bandStop, useStop } from '../document/pageStops';
import { scaled } from '../document/scaled';

interface Props {
  band: ComposeBand;
  zoom: number;
  height: number;
  /** The left margin of the page, in points. */
  left: number;
  dragging: boolean;
}

/** What a field that is dropped there prints. */
const takenFrom: Record<string, string> = {
  pageHeader: 'the value of the first row on each page',
  pageFooter: 'the value of the last row on each page',
};

/** One band as it is printed at the vantage, with a box over each element. */
export const BandStrip = memo(function BandStrip({ band, zoom, height, left, dragging }: Props) {
  const selected = useCompose(
    (s) =>
      s.selection.kind === 'band' &&
      s.selection.section === band.section &&
      s.selection.band === band.kind &&
      s.selection.level === band.level,
  );
  const isStop = useStop((s) => s.stop === bandStop(band));
  const { select } = useCompose.getState();
  const drop = useDroppable({
    id: `${band.section}${band.kind}${band.level}`,
    data: { section: band.section, band: band.kind, level: band.level },
  });
  const svg = useMemo(() => ({ __html: scaled(band.svg, zoom) }), [band.svg, zoom]);
  const empty = band.elements.length === 0;
  const isUnprinted = useCompose((s) => {
    if (band.printed !== 0 || !s.definition) return false;
    const section = findSection(s.definition, band.section);
    return section !== undefined && partsOf(s.definition, section, band.kind, band.level).length > 0;
  });
  return (
    <Box
      ref={drop.setNodeRef}
      role="group"
      aria-label={`${band.name}${band.printed === null ? '' : `, printed ${printed(Number(band.printed))}`}`}
      data-band={`${band.kind}${band.level || ''}`}
      data-section={band.section}
      tabIndex={isStop ? 0 : -1}
      onFocus={(e) => {
        if (e.target === e.currentTarget) useStop.setState({ stop: bandStop(band) });
      }}
      onClick={(e) => {
        if (!(e.target as Element).closest('[data-element]'))
          select({ kind: 'band', section: band.section, band: band.kind, level: band.level });
      }}
      sx={{
        position: 'relative',
        borderBottom: `1px dashed ${color.line}`,
        bgcolor: drop.isOver ? color.mainTint : selected ? '#F3F6F3' : 'transparent',
        outlineOffset: -2,
      }}
      style={{ height: height + 1 }}
    >
      {!empty && (
        <Box
          sx={{
            position: 'absolute',
            top: 0,
            pointerEvents: 'none',
            '& svg': { display: 'block', overflow: 'visible' },
            '& .mark': { display: 'none' },
          }}
          style={{ left: left * zoom }}
          dangerouslySetInnerHTML={svg}
        />
      )}
      {empty && (
        <Box
          sx={{
            position: 'absolute',
            // What the look prints at the right of the margin stays in sight.
            right: band.kind === 'pageHeader' ? '40%' : 8,
            top: 2,
            fontSize: 11,
            color: color.muted,
            pointerEvents: 'none',
          }}
        >
          {band.name} – {isUnprinted ? 'not printed' : 'empty'}
        </Box>
      )}
      {band.elements.map((element) => (
        <ElementBox key={element.id} element={element} zoom={zoom} left={left} />
      ))}
      <GuideLines of={`${band.section}${band.kind}${band.level || ''}`} zoom={zoom} left={left} />
      {!empty && <BandEdge band={band} zoom={zoom} />}
      <ColumnHandles band={band} zoom={zoom} left={left} />
      {dragging && (
        <Box
          sx={{
            position: 'absolute',
            right: 4,
            bottom: 2,
            zIndex: 3,
            px: 0.75,
            borderRadius: 0.75,
            fontSize: 11,
            bgcolor: drop.isOver ? color.main : color.panel,
            color: drop.isOver ? '#fff' : color.ink,
            border: `1px solid ${color.line}`,
          }}
        >
          {`${band.name}: ${takenFrom[band.kind] ?? times(Number(band.printed ?? 0))}`}
        </Box>
      )}
    </Box>
  );
});
