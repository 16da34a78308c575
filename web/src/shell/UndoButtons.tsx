import { BarButton } from './BarButton';

/** @param isUndone True if there is no step back. The button says so, but can be pressed: something may be typed and not taken yet. */
export const UndoButtons = ({
  undo,
  redo,
  isUndone,
  isRedone,
  undoes,
  redoes,
}: {
  undo: () => void;
  redo: () => void;
  isUndone: boolean;
  isRedone: boolean;
  /** What the last step did, and the one that was undone: “moved 3 elements”. */
  undoes?: string;
  redoes?: string;
}) => (
  <>
    <BarButton
      onClick={undo}
      aria-disabled={isUndone}
      aria-label="Undo"
      title={`Undo${undoes ? `: ${undoes}` : ''} (Ctrl+Z)`}
      sx={{ minWidth: 36, ...faded(isUndone) }}
    >
      ↶
    </BarButton>
    <BarButton
      onClick={redo}
      aria-disabled={isRedone}
      aria-label="Redo"
      title={`Redo${redoes ? `: ${redoes}` : ''} (Ctrl+Y)`}
      sx={{ minWidth: 36, ...faded(isRedone) }}
    >
      ↷
    </BarButton>
  </>
);

const faded = (isFaded: boolean) => (isFaded ? { opacity: 0.45 } : {});
