import Box from '@mui/material/Box';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { AssistContext, type Assist } from '../code/assist';
import { TracePane } from '../trace/TracePane';
import { useTraced } from '../trace/traced';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { useActiveDataset } from './store/activeSection';
import { BusyNote } from './bar/BusyNote';
import { CommandList } from './bar/CommandList';
import { ComposeBar } from './bar/ComposeBar';
import { ComposeDrag } from './bar/ComposeDrag';
import { ComposeStatus } from './bar/ComposeStatus';
import { AfterPage, openReport, useCompose } from './store/composeStore';
import { ComposeStrip } from './bar/ComposeStrip';
import { ConflictBar } from './bar/ConflictBar';
import { DataList } from './bar/DataList';
import { ExchangePanel } from './bar/ExchangePanel';
import { OutdatedBar } from './bar/OutdatedBar';
import { PanePlace, PaneSwitch } from './bar/PaneSwitch';
import { Paper } from './page/Paper';
import { SheetTabs } from './bar/SheetTabs';
import { showPlace } from './store/showPlace';
import { SidePanel } from './bar/SidePanel';
import { useClipboard } from './store/useClipboard';
import { useComposeKeys } from './bar/useComposeKeys';
import { useSaidSteps } from './store/useSaidSteps';

/**
 * Composing: data on the left, rails and page in the middle, what is selected on the right. It is drawn anew only when a report opens or
 * closes; what an edit changes is the business of its parts.
 */
export function ComposePage() {
  const { id = '' } = useParams();
  const [missing, setMissing] = useState('');
  const opened = useCompose((s) => s.definition !== undefined);
  useEffect(() => {
    setMissing('');
    openReport(id).catch((error: Error) => setMissing(error.message));
  }, [id]);
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('at');
  // What Read asked to be shown: an element, at the groups for which it was printed.
  useEffect(() => {
    if (!wanted || !opened) return;
    showPlace(wanted);
    setSearch({}, { replace: true });
  }, [wanted, opened, setSearch]);
  return (
    <AfterPage value>
      <Box sx={{ display: 'none', displayPrint: 'block', p: 4, fontSize: 16 }}>
        Here the report is made. Read prints it, all of its pages: {window.location.origin}/read/{id}
      </Box>
      <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column', displayPrint: 'none' }}>
        <Silent />
        <ComposeBar id={id} />
        <Main sx={{ flexDirection: 'column' }}>
          {missing ? (
            <Message problem title="The report cannot be opened">
              {missing}
            </Message>
          ) : opened ? (
            <Panes />
          ) : (
            <Message title="Opening…" />
          )}
        </Main>
      </Box>
    </AfterPage>
  );
}

/** What listens and speaks, and draws nothing. */
function Silent() {
  const title = useCompose((s) => s.definition?.title);
  const { failure, clearFailure } = useCompose('failure', 'clearFailure');
  const { enqueueSnackbar } = useSnackbar();
  useComposeKeys();
  useClipboard();
  useSaidSteps();
  useEffect(() => {
    document.title = title === undefined ? 'Compose – Lucid Lattice' : `${title}, Compose – Lucid Lattice`;
  }, [title]);
  useEffect(() => {
    if (!failure) return;
    enqueueSnackbar(failure, { variant: 'error' });
    clearFailure();
  }, [failure, enqueueSnackbar, clearFailure]);
  return null;
}

function Panes() {
  const [exchanging, setExchanging] = useState(false);
  const exchange = useCallback(() => setExchanging(true), []);
  const isConflict = useCompose((s) => s.saving === 'conflict');
  const assist = useRowAssist();
  return (
    <ComposeDrag>
      {(isDragging) => (
        <>
          <ComposeStrip />
          {isConflict && <ConflictBar />}
          <OutdatedBar />
          <AssistContext.Provider value={assist}>
            <PaneSwitch />
            <Box data-body sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
              <PanePlace name="data">
                <DataList onExchange={exchange} />
              </PanePlace>
              <PanePlace name="page" grow>
                <AfterPage value={false}>
                  <Paper dragging={isDragging} />
                </AfterPage>
              </PanePlace>
              <BusyNote />
              <PanePlace name="settings">
                <SettingsOrTrace />
              </PanePlace>
            </Box>
          </AssistContext.Provider>
          {exchanging && <ExchangePanel onClose={() => setExchanging(false)} />}
          <SheetTabs />
          <ComposeStatus />
          <CommandList />
        </>
      )}
    </ComposeDrag>
  );
}

/** Where a number comes from is shown in place of the settings, until it is closed or something else is selected. */
function SettingsOrTrace() {
  const traced = useTraced((s) => s.shown);
  return traced ? <TracePane runs={[traced.run]} /> : <SidePanel />;
}

/** What expressions can be written about: the rows of the section that is worked in. */
function useRowAssist(): Assist | undefined {
  const dataset = useActiveDataset();
  const parameters = useCompose((s) => s.definition?.parameters);
  const values = useCompose((s) => s.values);
  const { replace } = useCompose.getState();
  return useMemo(
    () =>
      dataset && {
        dataset,
        parameters: parameters ?? [],
        values,
        addParameter: (made) => void replace((now) => ({ ...now, parameters: [...(now.parameters ?? []), made] })),
      },
    [dataset, parameters, values, replace],
  );
}
