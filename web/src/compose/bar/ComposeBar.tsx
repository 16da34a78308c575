import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { listReportsQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import type { ReportDefinition } from '../../api/generated';
import { undoTyped, useUndoKeys } from '../../undo/useUndoKeys';
import { BarButton } from '../../shell/BarButton';
import { ModeSwitch } from '../../shell/ModeSwitch';
import { TopBar } from '../../shell/TopBar';
import { UndoButtons } from '../../shell/UndoButtons';
import { useCommand } from '../document/commands';
import { composeShortcuts } from '../document/composeShortcuts';
import { useCompose } from '../store/composeStore';
import { ConcernsDialog } from './ConcernsDialog';
import { stepName } from '../document/stepNames';
import { VersionNote } from '../history/VersionNote';

const savingWords = {
  saved: 'All changes saved',
  saving: 'Saving…',
  failed: 'Not saved yet; trying again',
  conflict: 'Saved elsewhere meanwhile',
};

const nameOf = (before?: ReportDefinition, after?: ReportDefinition) => (before && after ? stepName(before, after) : '');

/** The bar of Compose: how the report stands, its undo, and publishing. */
export function ComposeBar({ id }: { id: string }) {
  const { past, future, definition, saving, published, version } = useCompose(
    'past',
    'future',
    'definition',
    'saving',
    'published',
    'version',
  );
  const { undo, redo, publish } = useCompose('undo', 'redo', 'publish');
  useUndoKeys(() => void undo(), future.length ? () => void redo() : undefined);
  const undoes = useMemo(() => nameOf(past.at(-1), definition), [past, definition]);
  const redoes = useMemo(() => nameOf(definition, future[0]), [definition, future]);
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const [noted, setNoted] = useState<number>();
  const client = useQueryClient();
  const publishNow = async (anyway = false) => {
    if (!(await publish(anyway))) return;
    const at = useCompose.getState().published!;
    enqueueSnackbar('Published. Readers see this version now.', {
      variant: 'success',
      action: (key) => (
        <Button
          color="inherit"
          size="small"
          onClick={() => {
            closeSnackbar(key);
            setNoted(at);
          }}
        >
          Add note
        </Button>
      ),
    });
    await client.invalidateQueries({ queryKey: listReportsQueryKey() });
    await client.invalidateQueries({ queryKey: ['run', id] });
  };
  useCommand('publish', () => void publishNow());
  const upToDate = published === version && saving === 'saved';
  return (
    <>
      {noted !== undefined && <VersionNote id={id} version={noted} onClose={() => setNoted(undefined)} />}
      <ConcernsDialog onPublish={() => void publishNow(true)} />
      <TopBar
        screen="In Compose"
        keys={composeShortcuts}
        title={definition?.title ?? 'Report'}
        note={definition ? savingWords[saving] : ''}
        middle={<ModeSwitch mode="compose" composeTo={`/compose/${id}`} readTo={upToDate ? `/read/${id}` : `/read/${id}?~draft=1`} />}
        actions={
          <>
            <UndoButtons
              undo={undoTyped(() => void undo())}
              isUndone={past.length === 0}
              redo={() => void redo()}
              isRedone={future.length === 0}
              undoes={undoes}
              redoes={redoes}
            />
            <BarButton strong onClick={() => void publishNow()} disabled={!definition || upToDate}>
              {upToDate ? 'Published' : 'Publish'}
            </BarButton>
          </>
        }
      />
    </>
  );
}
