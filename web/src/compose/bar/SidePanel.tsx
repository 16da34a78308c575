import { Pane } from '../../shell/Pane';
import { useCompose } from '../store/composeStore';
import { findElement, findLevel, findSection } from '../document/definition';
import { hasOwnUndo } from '../../undo/ownUndo';
import { goToSelected } from '../store/panes';
import { BandPanel } from '../panels/bands/BandPanel';
import { ManyPanel } from '../panels/elements/ManyPanel';
import { LevelPanel } from '../panels/bands/LevelPanel';
import { panelOf } from '../panels/panelOf';
import { ReportPanel } from '../panels/report/ReportPanel';

/** Escape leads back to what the settings are of; in a field, once nothing is left to take back there. */
function back(e: React.KeyboardEvent) {
  if (e.key !== 'Escape' || e.defaultPrevented || !e.currentTarget.contains(e.target as Node) || hasOwnUndo(e.target)) return;
  e.stopPropagation();
  goToSelected();
}

/** The sentence of what is selected, and its settings. */
export function SidePanel() {
  return (
    <Pane label="Settings" region="settings" side="right" width={316} onKeyDown={back}>
      <Settings />
    </Pane>
  );
}

function Settings() {
  const { definition, selection } = useCompose('definition', 'selection');
  if (!definition) return null;
  if (selection.kind === 'level' && findLevel(definition, selection.id)) return <LevelPanel key={selection.id} id={selection.id} />;
  const section = selection.kind === 'band' ? findSection(definition, selection.section) : undefined;
  if (selection.kind === 'band' && section) return <BandPanel section={section} band={selection.band} level={selection.level} />;
  const placed = selection.kind === 'element' ? findElement(definition, selection.id) : undefined;
  if (!placed) return <ReportPanel />;
  if (selection.kind === 'element' && selection.more) return <ManyPanel />;
  const Panel = panelOf(placed.element);
  return <Panel key={placed.element.id} placed={placed} />;
}
