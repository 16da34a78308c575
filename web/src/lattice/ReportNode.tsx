import Box from '@mui/material/Box';
import { Handle, Position, type Node, type NodeProps } from '@xyflow/react';
import type { MapReport } from '../api/generated';
import { count } from '../shell/count';
import { color } from '../theme/tokens';

export type MapNode = Node<{ report: MapReport; broken: boolean; lit: boolean }, 'report'>;

/** More parameters than these are counted. */
const mostShown = 5;

/** About how high a report is drawn, in pixels. */
export const heightOf = (report: MapReport) => 62 + 22 * Math.min(report.parameters.length, mostShown + 1);

/** A report on the map, with what it asks for. */
export function ReportNode({ data: { report, broken, lit }, selected }: NodeProps<MapNode>) {
  const more = report.parameters.length - mostShown;
  const edge = broken ? color.problem : selected ? color.main : color.line;
  return (
    <Box
      data-report-node={report.id}
      sx={{
        width: 214,
        bgcolor: color.paper,
        border: `1px solid ${edge}`,
        outline: selected ? `2px solid ${color.main}` : undefined,
        borderRadius: 1.5,
        boxShadow: '0 1px 4px rgba(31,42,48,.15)',
        px: 1.5,
        py: 1,
        opacity: lit ? 1 : 0.45,
        '& .react-flow__handle': { width: 6, height: 6, minWidth: 0, minHeight: 0, border: 0, bgcolor: color.linkMark },
      }}
    >
      <Handle type="target" position={Position.Left} id="here" isConnectable={false} />
      <Box sx={{ fontWeight: 700 }}>{report.title}</Box>
      <Box sx={{ fontSize: 12, color: color.muted }}>
        {[report.charts > 0 && count(report.charts, 'chart'), !report.published && 'not published'].filter(Boolean).join(' · ') ||
          'no charts'}
      </Box>
      {report.parameters.slice(0, mostShown).map((p) => (
        <Box key={p.name} sx={{ fontSize: 12, whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }}>
          <Box component="span" sx={{ color: broken && p.mustBeGiven ? color.problem : color.main, fontWeight: 700, mr: 0.75 }}>
            :{p.name}
          </Box>
          {p.words}
        </Box>
      ))}
      {more > 0 && <Box sx={{ fontSize: 12, color: color.muted }}>and {more} more</Box>}
      <Handle type="source" position={Position.Right} id="on" isConnectable={false} />
    </Box>
  );
}
