import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { proposeParameter } from '../api/generated';
import { listDatabasesOptions, listDatabasesQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import { AssistContext, type Assist } from '../code/assist';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { undoTyped, useUndoKeys } from '../undo/useUndoKeys';
import { UndoButtons } from '../shell/UndoButtons';
import { color } from '../theme/tokens';
import { isJoin, newName, spokenTable, tablesOf } from './document/dataset';
import { fromApi, toApi } from './document/types';
import { useDataset } from './document/useDataset';
import { useOpenJoin } from './joins/useOpenJoin';
import { useLook } from './rows/useLook';
import { DatasetSettings } from './DatasetSettings';
import { OriginPane } from './OriginPane';
import { ResultPane } from './ResultPane';

const savingWords = { saved: 'All changes saved', saving: 'Saving…', failed: 'Not saved' };

/** The dataset of the address; another one starts anew, so that nothing of the one before is saved into it. */
export function DatasetPage() {
  const { id = '' } = useParams();
  return <OneDataset key={id} id={id} />;
}

/** One dataset: its tables as cards joined by lines (or its SQL), its fields, conditions and order, and the rows that result. */
function OneDataset({ id }: { id: string }) {
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const { dataset, edit, undo, redo, canUndo, canRedo, saving, savedVersion, failure, open, save } = useDataset(id);
  const client = useQueryClient();
  const databases = useQuery(listDatabasesOptions());
  const schema = useMemo(
    () => databases.data?.find((d) => d.name === dataset?.database)?.tables ?? [],
    [databases.data, dataset?.database],
  );
  const [field, setField] = useState<string>();
  const { table, open: openJoin } = useOpenJoin();
  const [tab, setTab] = useState<'rows' | 'sql'>('rows');
  const [tried, setTried] = useState<Record<string, string>>({});
  const look = useLook(dataset, field, tried);
  const { view, refresh } = look;
  useEffect(() => {
    document.title = `${dataset?.name ?? 'Data'} – Lucid Lattice`;
  }, [dataset?.name]);
  useUndoKeys(undo, canRedo ? redo : undefined);
  const addTable = (name: string) => {
    api.addTable(toApi(dataset!), name).then(
      (next) => edit({ ...fromApi(next), name: isBegun || next.name !== newName ? next.name : spokenTable(name) }),
      (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
    );
  };
  const report = async () => {
    await save();
    api.create({ dataset: id }).then(
      (made) => navigate(`/compose/${made.id}`),
      (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
    );
  };
  const uses = useQuery({
    queryKey: ['dataset-uses', id, savedVersion],
    queryFn: () => api.datasetUses(id),
    placeholderData: (previous) => previous,
  });
  const assist = useMemo(
    (): Assist | undefined =>
      dataset && {
        dataset: toApi(dataset),
        parameters: dataset.parameters ?? [],
        values: tried,
        addParameter: (made) => edit({ ...dataset, parameters: [...(dataset.parameters ?? []), made] }),
      },
    [dataset, tried, edit],
  );
  const readAgain = () => {
    refresh();
    void client.invalidateQueries({ queryKey: listDatabasesQueryKey() });
  };
  const byHand = () => {
    if (view)
      edit({
        ...dataset!,
        source: { type: 'query', sql: view.sql },
        fields: dataset!.fields?.map((f) => ({ ...f, table: null, column: null })),
      });
    setTab('rows');
  };
  const createParameter = (name: string) =>
    void proposeParameter({ body: { definition: toApi(dataset!), name } }).then(
      (made) => edit({ ...dataset!, parameters: [...(dataset!.parameters ?? []), made] }),
      (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
    );
  // A dataset that was just begun is not wrong yet; what to do first is said in its empty places.
  const isBegun =
    dataset && (dataset.source.type === 'query' ? dataset.source.sql.trim() !== '' : !isJoin(dataset) || tablesOf(dataset).length > 0);
  const problems = isBegun ? (view?.problems ?? []) : [];
  const errors = problems.filter((p) => p.severity === 'error');
  const general = problems.filter((p) => !p.property?.startsWith('fields.'));
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        screen="In a dataset"
        place="Data"
        title={dataset?.name ?? 'Dataset'}
        note={dataset ? savingWords[saving] : ''}
        actions={
          <>
            <UndoButtons undo={undoTyped(undo)} isUndone={!canUndo} redo={redo} isRedone={!canRedo} />
            <BarButton strong disabled={!dataset || errors.length > 0 || (dataset.fields ?? []).length === 0} onClick={() => void report()}>
              New report from it
            </BarButton>
          </>
        }
      />
      {failure && dataset && (
        <Box
          role="alert"
          sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1.75, py: 0.5, flex: 'none', bgcolor: color.problemTint }}
        >
          Not saved: {failure}{' '}
          <Button sx={{ ml: 'auto' }} onClick={() => void save()}>
            Try again
          </Button>
          <Button onClick={open}>Load the newest and leave my changes</Button>
        </Box>
      )}
      <Main sx={{ flexDirection: { xs: 'column', md: 'row' }, overflow: { xs: 'auto', md: 'visible' } }}>
        {failure && !dataset ? (
          <Message problem title="The dataset cannot be opened">
            {failure}
          </Message>
        ) : !dataset ? (
          <Message title="Opening…" />
        ) : (
          <AssistContext.Provider value={assist}>
            <Box sx={{ flex: { xs: 'none', md: 1 }, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
              <OriginPane
                dataset={dataset}
                schema={schema}
                effects={view?.joins ?? []}
                table={table}
                onTable={openJoin}
                onAddTable={addTable}
                onEdit={edit}
              />
              <ResultPane
                dataset={dataset}
                look={look}
                tab={tab}
                field={field}
                problems={general}
                onTab={setTab}
                onField={setField}
                onReadAgain={readAgain}
                onByHand={byHand}
                onCreateParameter={createParameter}
              />
            </Box>
            <DatasetSettings
              dataset={dataset}
              look={look}
              schema={schema}
              databases={databases.data}
              table={table}
              field={field}
              tried={tried}
              uses={uses.data}
              saved={savedVersion}
              onTable={openJoin}
              onField={setField}
              onTry={setTried}
              onEdit={edit}
            />
          </AssistContext.Provider>
        )}
      </Main>
      <StatusBar
        left={
          view && dataset
            ? [
                count(view.count, 'row'),
                count((dataset.fields ?? []).length, 'field'),
                isJoin(dataset) && count(tablesOf(dataset).length, 'table'),
              ]
            : []
        }
        right={
          <Box sx={{ color: errors.length ? color.problem : color.fine, fontWeight: 600 }}>
            {isBegun ? `● ${errors.length ? count(errors.length, 'problem') : 'No problems'}` : ''}
          </Box>
        }
      />
    </Box>
  );
}
