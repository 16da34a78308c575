import { BarButton } from './BarButton';

/** The pair of the bar; a step that is not there is undefined. */
export const UndoButtons = ({ undo, redo }: { undo?: () => void; redo?: () => void }) => (
  <>
    <BarButton onClick={undo} disabled={!undo} aria-label="Undo" title="Undo (Ctrl+Z)" sx={{ minWidth: 36 }}>
      ↶
    </BarButton>
    <BarButton onClick={redo} disabled={!redo} aria-label="Redo" title="Redo (Ctrl+Y)" sx={{ minWidth: 36 }}>
      ↷
    </BarButton>
  </>
);
