import { DndContext, DragOverlay, PointerSensor, pointerWithin, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import Box from '@mui/material/Box';
import { useSnackbar } from 'notistack';
import { useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { listReportsQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { BandKind } from '../api/generated';
import { AssistContext, type Assist } from '../code/assist';
import { ParameterStrip } from '../read/ParameterStrip';
import { undoTyped, useUndoKeys } from '../sentence/useUndoKeys';
import { BarButton } from '../shell/BarButton';
import { Fold } from '../shell/Fold';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { ModeSwitch } from '../shell/ModeSwitch';
import { TopBar } from '../shell/TopBar';
import { UndoButtons } from '../shell/UndoButtons';
import { color } from '../theme/tokens';
import { BusyNote } from './BusyNote';
import { CommandList } from './CommandList';
import { useCommand } from './commands';
import { composeShortcuts } from './composeShortcuts';
import { ConcernsDialog } from './ConcernsDialog';
import { ComposeStatus } from './ComposeStatus';
import { ConflictBar } from './ConflictBar';
import { openReport, useCompose } from './composeStore';
import { DataList } from './DataList';
import { columnAt, findSection } from './definition';
import { useActiveSection } from './activeSection';
import { ExchangePanel } from './ExchangePanel';
import { OutdatedBar } from './OutdatedBar';
import { Paper } from './Paper';
import { PanePlace, PaneSwitch } from './PaneSwitch';
import { SheetTabs } from './SheetTabs';
import { showPlace } from './showPlace';
import { SidePanel } from './SidePanel';
import { stepName } from './stepNames';
import { useClipboard } from './useClipboard';
import { useSaidSteps } from './useSaidSteps';
import { useComposeKeys } from './useComposeKeys';
import { Vantage } from './Vantage';

const savingWords = {
  saved: 'All changes saved',
  saving: 'Saving…',
  failed: 'Not saved yet; trying again',
  conflict: 'Saved elsewhere meanwhile',
};

/** What a field can be dropped on: a band, or a blank of a sentence. */
interface Band {
  section: string;
  band: BandKind;
  level: number;
}
interface Taker {
  take: (field: string) => void;
}

/** Composing: data on the left, rails and page in the middle, what is selected on the right. */
export function ComposePage() {
  const { id = '' } = useParams();
  const {
    edit,
    undo,
    redo,
    publish,
    setValues,
    definition,
    view,
    values,
    past,
    future,
    saving,
    failure,
    published,
    version,
    clearFailure,
  } = useCompose(
    'edit',
    'undo',
    'redo',
    'publish',
    'setValues',
    'definition',
    'view',
    'values',
    'past',
    'future',
    'saving',
    'failure',
    'published',
    'version',
    'clearFailure',
  );
  const [missing, setMissing] = useState('');
  const [dragged, setDragged] = useState<string>();
  const [exchanging, setExchanging] = useState(false);
  const section = useActiveSection();
  const assist = useMemo((): Assist | undefined => {
    const dataset = definition?.datasets?.find((d) => d.id === section?.dataset);
    return dataset && { dataset, parameters: definition?.parameters ?? [], values };
  }, [definition, section, values]);
  const undoes = useMemo(() => (definition && past.length ? stepName(past[past.length - 1], definition) : ''), [definition, past]);
  const redoes = useMemo(() => (definition && future.length ? stepName(definition, future[0]) : ''), [definition, future]);
  const { enqueueSnackbar } = useSnackbar();
  const client = useQueryClient();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  useComposeKeys();
  useClipboard();
  useSaidSteps();
  useUndoKeys(() => void undo(), future.length ? () => void redo() : undefined);
  useEffect(() => {
    setMissing('');
    openReport(id).catch((error: Error) => setMissing(error.message));
  }, [id]);
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('at');
  const opened = definition !== undefined;
  // What Read asked to be shown: an element, at the groups for which it was printed.
  useEffect(() => {
    if (!wanted || !opened) return;
    showPlace(wanted);
    setSearch({}, { replace: true });
  }, [wanted, opened, setSearch]);
  const title = definition?.title;
  useEffect(() => {
    document.title = title === undefined ? 'Compose – Lucid Lattice' : `${title}, Compose – Lucid Lattice`;
  }, [title]);
  useEffect(() => {
    if (!failure) return;
    enqueueSnackbar(failure, { variant: 'error' });
    clearFailure();
  }, [failure, enqueueSnackbar, clearFailure]);

  const drop = (event: DragEndEvent) => {
    setDragged(undefined);
    const field = String(event.active.data.current?.field);
    const target = event.over?.data.current as Band | Taker | undefined;
    if (target && 'take' in target) target.take(field);
    else if (target)
      void edit({
        type: 'addField',
        section: target.section,
        field,
        band: target.band,
        level: target.level,
        before: target.band === 'detail' ? columnBelow(event, target) : undefined,
      });
  };
  /** The column before which a field is let go among the rows. */
  const columnBelow = (event: DragEndEvent, { section: id, band, level }: Band) => {
    const strip = view?.bands.find((b) => b.section === id && b.kind === band && b.level === level);
    const listed = definition && findSection(definition, id);
    if (!event.over || !strip || !listed || !(event.activatorEvent instanceof PointerEvent)) return undefined;
    const page = { width: 595.28, left: 42.52, ...definition.page };
    const points = page.width / event.over.rect.width;
    const x = event.activatorEvent.clientX + event.delta.x - event.over.rect.left;
    return columnAt(listed, x * points - page.left - strip.left);
  };
  const publishNow = async (anyway = false) => {
    if (!(await publish(anyway))) return;
    enqueueSnackbar('Published. Readers see this version now.', { variant: 'success' });
    await client.invalidateQueries({ queryKey: listReportsQueryKey() });
    await client.invalidateQueries({ queryKey: ['run', id] });
  };
  useCommand('publish', () => void publishNow());
  const upToDate = published === version && saving === 'saved';
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
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
      <Main sx={{ flexDirection: 'column' }}>
        {missing ? (
          <Message problem title="The report cannot be opened">
            {missing}
          </Message>
        ) : !definition ? (
          <Message title="Opening…" />
        ) : (
          <DndContext
            sensors={sensors}
            collisionDetection={pointerWithin}
            autoScroll={{ threshold: { x: 0, y: 0.06 } }}
            onDragStart={(e) => setDragged(String(e.active.data.current?.label))}
            onDragCancel={() => setDragged(undefined)}
            onDragEnd={drop}
          >
            <Box
              data-region="parameters"
              aria-label="Parameters and vantage"
              role="region"
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                alignItems: 'center',
                columnGap: 2,
                rowGap: 0.5,
                px: 1.75,
                py: 0.5,
                minHeight: 41,
                flex: 'none',
                bgcolor: color.panel,
                borderBottom: `1px solid ${color.line}`,
              }}
            >
              <Fold label="Parameters and vantage">
                {view && (
                  <ParameterStrip
                    parameters={view.parameters}
                    values={values}
                    problems={view.problems}
                    load={(parameter, search, signal) =>
                      api.composeChoices({ definition, parameter, search: search || null, values }, signal)
                    }
                    today={new Date().toISOString().slice(0, 10)}
                    onChange={setValues}
                  />
                )}
                <Box sx={{ ml: 'auto' }}>
                  <Vantage />
                </Box>
              </Fold>
            </Box>
            {saving === 'conflict' && <ConflictBar />}
            <OutdatedBar />
            <AssistContext.Provider value={assist}>
              <PaneSwitch />
              <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
                <PanePlace name="data">
                  <DataList onExchange={() => setExchanging(true)} />
                </PanePlace>
                <PanePlace name="page" grow>
                  <Paper dragging={dragged !== undefined} />
                </PanePlace>
                <BusyNote />
                <PanePlace name="settings">
                  <SidePanel />
                </PanePlace>
              </Box>
            </AssistContext.Provider>
            {exchanging && <ExchangePanel onClose={() => setExchanging(false)} />}
            <SheetTabs />
            <ComposeStatus />
            <CommandList />
            <DragOverlay dropAnimation={null}>
              {dragged && (
                <Box sx={{ px: 1.25, py: 0.5, width: 'max-content', borderRadius: 1, bgcolor: color.main, color: '#fff', fontWeight: 600 }}>
                  {dragged}
                </Box>
              )}
            </DragOverlay>
          </DndContext>
        )}
      </Main>
    </Box>
  );
}
