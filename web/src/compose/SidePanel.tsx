import Box from '@mui/material/Box';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { findElement, findLevel, findSection } from './definition';
import { kindOf } from './kinds';
import { BandPanel } from './panels/BandPanel';
import { ManyPanel } from './panels/ManyPanel';
import { LevelPanel } from './panels/LevelPanel';
import { ReportPanel } from './panels/ReportPanel';

/** The sentence of what is selected, and its settings. */
export function SidePanel() {
  return (
    <Box
      component="aside"
      aria-label="Settings"
      sx={{ width: 316, flex: 'none', overflow: 'auto', p: 2, bgcolor: color.panel, borderLeft: `1px solid ${color.line}` }}
    >
      <Selected />
    </Box>
  );
}

function Selected() {
  const definition = useCompose((s) => s.definition);
  const selection = useCompose((s) => s.selection);
  if (!definition) return null;
  if (selection.kind === 'level' && findLevel(definition, selection.id)) return <LevelPanel key={selection.id} id={selection.id} />;
  const section = selection.kind === 'band' ? findSection(definition, selection.section) : undefined;
  if (selection.kind === 'band' && section) return <BandPanel section={section} band={selection.band} level={selection.level} />;
  const placed = selection.kind === 'element' ? findElement(definition, selection.id) : undefined;
  if (!placed) return <ReportPanel />;
  if (selection.kind === 'element' && selection.more) return <ManyPanel />;
  const { Panel } = kindOf(placed.element);
  return <Panel key={placed.element.id} placed={placed} />;
}
