import Box from '@mui/material/Box';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { findElement, findLevel, isChart } from './definition';
import { BandPanel } from './panels/BandPanel';
import { ChartPanel } from './panels/ChartPanel';
import { ColumnPanel } from './panels/ColumnPanel';
import { LevelPanel } from './panels/LevelPanel';
import { LinePanel } from './panels/LinePanel';
import { ReportPanel } from './panels/ReportPanel';
import { TextPanel } from './panels/TextPanel';
import { TotalPanel } from './panels/TotalPanel';

/** The sentence of what is selected, and its settings. */
export function SidePanel() {
  return (
    <Box component="aside" aria-label="Settings" sx={{ width: 316, flex: 'none', overflow: 'auto', p: 2, bgcolor: color.panel, borderLeft: `1px solid ${color.line}` }}>
      <Selected />
    </Box>
  );
}

function Selected() {
  const { definition, selection } = useCompose();
  if (!definition) return null;
  if (selection.kind === 'level' && findLevel(definition, selection.id)) return <LevelPanel key={selection.id} id={selection.id} />;
  if (selection.kind === 'band') return <BandPanel band={selection.band} level={selection.level} />;
  const placed = selection.kind === 'element' ? findElement(definition, selection.id) : undefined;
  if (!placed) return <ReportPanel />;
  const { element } = placed;
  if (isChart(element)) return <ChartPanel key={element.id} chart={element} placed={placed} />;
  switch (element.type) {
    case 'text': return <TextPanel key={element.id} text={element} />;
    case 'total': return <TotalPanel key={element.id} total={element} placed={placed} />;
    case 'heading':
    case 'cell': return <ColumnPanel key={element.column} element={element} />;
    default: return <LinePanel key={element.id} line={element} />;
  }
}
