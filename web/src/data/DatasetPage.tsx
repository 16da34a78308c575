import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { listDatabasesOptions, listDatabasesQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import { AssistContext, type Assist } from '../code/assist';
import { caption } from '../shell/caption';
import { Blank } from '../sentence/Blank';
import { TextSetting } from '../sentence/TextSetting';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Message } from '../shell/Message';
import { ProgressNote } from '../shell/ProgressNote';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { UndoButtons } from '../shell/UndoButtons';
import { color } from '../theme/tokens';
import { isJoin, isSummable, newName, spokenTable, tablesOf } from './dataset';
import { FieldList } from './fields/FieldList';
import { FilterSentence } from './rows/FilterSentence';
import { FirstTable } from './joins/FirstTable';
import { JoinCanvas } from './joins/JoinCanvas';
import { JoinList } from './joins/JoinList';
import { JoinSentence } from './joins/JoinSentence';
import { OrderSentence } from './rows/OrderSentence';
import { RowsTable } from './rows/RowsTable';
import { SqlEditor } from './SqlEditor';
import { fromApi, toApi } from './types';
import { DatasetParameters } from './rows/DatasetParameters';
import { DerivedCard } from './DerivedCard';
import { StarterSetting } from './StarterSetting';
import { UsedBy } from './UsedBy';
import { useDataset } from './useDataset';
import { useLook } from './rows/useLook';

const savingWords = { saved: 'All changes saved', saving: 'Saving…', failed: 'Not saved' };

/** The dataset of the address; another one starts anew, so that nothing of the one before is saved into it. */
const workedOutHere = '-- then, worked out here (of large tables, the database leaves out before what cannot be wanted)';

export function DatasetPage() {
  const { id = '' } = useParams();
  return <OneDataset key={id} id={id} />;
}

/** One dataset: its tables as cards joined by lines (or its SQL), its fields, conditions and order, and the rows that result. */
function OneDataset({ id }: { id: string }) {
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const { dataset, edit, undo, redo, saving, savedVersion, failure, open, save } = useDataset(id);
  const client = useQueryClient();
  const databases = useQuery(listDatabasesOptions());
  const schema = useMemo(
    () => databases.data?.find((d) => d.name === dataset?.database)?.tables ?? [],
    [databases.data, dataset?.database],
  );
  const [field, setField] = useState<string>();
  const [table, setTable] = useState<string>();
  const [tab, setTab] = useState<'rows' | 'sql'>('rows');
  const [tried, setTried] = useState<Record<string, string>>({});
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const { view, error, isReading, progress, stop, refresh } = useLook(dataset, field, tried);
  useEffect(() => {
    document.title = `${dataset?.name ?? 'Data'} – Lucid Lattice`;
  }, [dataset?.name]);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (
        !(e.ctrlKey || e.metaKey) ||
        (e.target instanceof HTMLElement && (/^(INPUT|TEXTAREA)$/.test(e.target.tagName) || e.target.isContentEditable))
      )
        return;
      const key = e.key.toLowerCase();
      if (key === 'z' && !e.shiftKey && undo) {
        e.preventDefault();
        undo();
      }
      if ((key === 'y' || (key === 'z' && e.shiftKey)) && redo) {
        e.preventDefault();
        redo();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  const addTable = (name: string) => {
    setMenu(null);
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
    (): Assist | undefined => dataset && { dataset: toApi(dataset), parameters: dataset.parameters ?? [], values: tried },
    [dataset, tried],
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
  // A dataset that was just begun is not wrong yet; what to do first is said in its empty places.
  const isBegun =
    dataset && (dataset.source.type === 'query' ? dataset.source.sql.trim() !== '' : !isJoin(dataset) || tablesOf(dataset).length > 0);
  const repeated = dataset?.fields?.filter((f) => isSummable(f) && view?.repeated.includes(f.name)) ?? [];
  const problems = isBegun ? (view?.problems ?? []) : [];
  const errors = problems.filter((p) => p.severity === 'error');
  const general = problems.filter((p) => !p.property?.startsWith('fields.'));
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        place="Data"
        title={dataset?.name ?? ''}
        note={dataset ? savingWords[saving] : ''}
        actions={
          <>
            <UndoButtons undo={undo} redo={redo} />
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
      {failure && !dataset ? (
        <Message problem title="The dataset cannot be opened">
          {failure}
        </Message>
      ) : !dataset ? (
        <Message title="Opening…" />
      ) : (
        <AssistContext.Provider value={assist}>
          <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
            <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
              <Box sx={{ flex: 3, minHeight: 200, position: 'relative' }}>
                {dataset.source.type === 'query' ? (
                  <SqlEditor dataset={dataset} schema={schema} onEdit={edit} />
                ) : isJoin(dataset) && tablesOf(dataset).length === 0 ? (
                  <FirstTable schema={schema} onPick={addTable} />
                ) : isJoin(dataset) ? (
                  <>
                    <JoinCanvas
                      dataset={dataset}
                      schema={schema}
                      effects={view?.joins ?? []}
                      selected={table}
                      onSelect={setTable}
                      onEdit={edit}
                    />
                    <Box sx={{ position: 'absolute', left: 12, top: 12, zIndex: 5 }}>
                      <Button variant="outlined" sx={{ bgcolor: color.paper }} onClick={(e) => setMenu(e.currentTarget)}>
                        Add a table
                      </Button>
                    </Box>
                    <Menu open={menu !== null} anchorEl={menu} onClose={() => setMenu(null)}>
                      {schema.map((t) => (
                        <MenuItem key={t.name} onClick={() => addTable(t.name)}>
                          {t.name.replaceAll('_', ' ')}
                          <Box component="span" sx={{ ml: 1.5, color: color.muted, fontSize: 12 }}>
                            {t.isView ? 'view' : count(t.rows ?? 0, 'row')}
                          </Box>
                        </MenuItem>
                      ))}
                    </Menu>
                  </>
                ) : dataset.source.type === 'derived' ? (
                  <DerivedCard dataset={dataset} from={dataset.source.dataset} onEdit={edit} />
                ) : (
                  <Message title={`Every row of ${dataset.source.type === 'table' ? dataset.source.table.replaceAll('_', ' ') : ''}`} />
                )}
              </Box>
              <Box
                sx={{
                  flex: 2,
                  minHeight: 140,
                  display: 'flex',
                  flexDirection: 'column',
                  bgcolor: color.paper,
                  borderTop: `1px solid ${color.line}`,
                }}
              >
                <Box sx={{ display: 'flex', px: 1.5, py: 0.5, alignItems: 'center', borderBottom: `1px solid ${color.line}` }}>
                  <Box role="tablist" aria-label="What is shown" sx={{ display: 'flex', gap: 1 }}>
                    {(['rows', 'sql'] as const).map((t) => (
                      <Box
                        component="button"
                        role="tab"
                        key={t}
                        aria-selected={tab === t}
                        onClick={() => setTab(t)}
                        sx={{
                          border: 0,
                          borderBottom: `2px solid ${tab === t ? color.main : 'transparent'}`,
                          bgcolor: 'transparent',
                          font: 'inherit',
                          fontWeight: 600,
                          cursor: 'pointer',
                          px: 0.5,
                        }}
                      >
                        {t === 'rows' ? 'Rows' : 'SQL'}
                      </Box>
                    ))}
                  </Box>
                  <Box sx={{ ml: 'auto', color: color.muted, fontSize: 12 }} role="status">
                    <Button
                      size="small"
                      color="inherit"
                      sx={{ mr: 1, color: color.muted }}
                      onClick={readAgain}
                      title="Reads the tables again"
                    >
                      Refresh
                    </Button>
                    {isReading ? 'Reading…' : view ? `${count(view.count, 'row')} in ${Math.round(view.milliseconds)} ms` : ''}
                  </Box>
                </Box>
                {progress !== undefined && (
                  <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 1.5, py: 0.75, borderBottom: `1px solid ${color.line}` }}>
                    <ProgressNote progress={progress} onStop={stop} />
                  </Box>
                )}
                {general.map((p, i) => (
                  <Box
                    key={i}
                    role="alert"
                    sx={{
                      px: 1.5,
                      py: 0.5,
                      bgcolor: p.severity === 'error' ? color.problemTint : color.panel,
                      color: p.severity === 'error' ? color.problem : color.ink,
                    }}
                  >
                    {p.message} {p.mends?.join(' ')}
                  </Box>
                ))}
                {repeated.length > 0 && (
                  <Box role="status" sx={{ px: 1.5, py: 0.5, bgcolor: color.panel }}>
                    Joins repeat <b>{repeated.slice(0, 4).map(caption).join(', ')}</b>
                    {repeated.length > 4 ? ` and ${repeated.length - 4} more` : ''}: totals would count them several times. Leave them out
                    of totals, or take out the line that brings more rows.
                  </Box>
                )}
                <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto' }} tabIndex={0} aria-label={tab === 'rows' ? 'Rows' : 'SQL'}>
                  {tab === 'rows' ? (
                    view && view.columns.length > 0 ? (
                      <RowsTable view={view} fields={dataset.fields ?? []} selected={field} onSelect={setField} />
                    ) : !view ? (
                      <Message problem={error !== null} title={error ? 'The rows cannot be shown' : isReading ? 'Reading…' : 'Stopped'}>
                        {error?.message}
                        {!isReading && (
                          <Button variant="outlined" onClick={readAgain}>
                            Read the rows
                          </Button>
                        )}
                      </Message>
                    ) : (
                      <Message title="No fields yet">
                        {isJoin(dataset)
                          ? 'Pick a table above; its columns become fields.'
                          : 'Write the SQL above, then take over its columns.'}
                      </Message>
                    )
                  ) : (
                    <Box component="pre" sx={{ m: 0, p: 1.5, fontFamily: 'Noto Sans Mono', fontSize: 12 }}>
                      {(isJoin(dataset) || dataset.source.type === 'table') && view?.sql && (
                        <Button
                          size="small"
                          variant="outlined"
                          sx={{ float: 'right', fontFamily: 'Commissioner' }}
                          onClick={byHand}
                          title="From then on it cannot be turned back into cards; Undo can"
                        >
                          Go on by hand
                        </Button>
                      )}
                      {view?.sql}
                      {view?.condition ? `\n\n${workedOutHere}: keep rows where\n-- ${view.condition}` : ''}
                    </Box>
                  )}
                </Box>
              </Box>
            </Box>
            <Box
              component="aside"
              aria-label="Settings"
              sx={{ width: 320, flex: 'none', overflow: 'auto', p: 1.5, bgcolor: color.panel, borderLeft: `1px solid ${color.line}` }}
            >
              {table ? (
                <>
                  <Button size="small" onClick={() => setTable(undefined)} sx={{ mb: 1 }}>
                    ← Conditions and fields
                  </Button>
                  <JoinSentence dataset={dataset} table={table} effect={view?.joins.find((e) => e.id === table)} onEdit={edit} />
                </>
              ) : (
                <>
                  <FilterSentence
                    dataset={dataset}
                    from={
                      dataset.source.type !== 'derived' && (
                        <Blank
                          label="Database"
                          tone={databases.data && !databases.data.some((d) => d.name === dataset.database) ? 'problem' : 'main'}
                          choices={(databases.data ?? []).map((d) => ({ value: d.name, label: d.name }))}
                          onPick={(database) => edit({ ...dataset, database })}
                        >
                          {dataset.database}
                        </Blank>
                      )
                    }
                    onEdit={edit}
                  />
                  <JoinList dataset={dataset} effects={view?.joins ?? []} onSelect={setTable} />
                  <DatasetParameters
                    dataset={dataset}
                    asked={view?.asked ?? []}
                    tried={tried}
                    problems={view?.problems ?? []}
                    onTry={setTried}
                    onEdit={edit}
                  />
                  <OrderSentence dataset={dataset} mostRows={view?.mostRows} mostSeconds={view?.mostSeconds} onEdit={edit} />
                  <Box component="h2" sx={{ fontSize: 13, mt: 1.5, mb: 0.5 }}>
                    Fields
                  </Box>
                  <FieldList
                    dataset={dataset}
                    view={view}
                    schema={schema}
                    selected={field}
                    uses={uses.data}
                    onSelect={setField}
                    onEdit={edit}
                  />
                  <Box sx={{ display: 'grid', gap: 1, mt: 2 }}>
                    <TextSetting
                      label="Name of the dataset"
                      value={dataset.name}
                      onCommit={(name) => {
                        if (name.trim()) edit({ ...dataset, name: name.trim() });
                      }}
                    />
                    <TextSetting
                      label="What it is about"
                      multiline
                      value={dataset.description ?? ''}
                      onCommit={(description) => edit({ ...dataset, description: description || null })}
                    />
                  </Box>
                  <Box sx={{ mt: 1 }}>
                    <StarterSetting dataset={dataset} onEdit={edit} />
                  </Box>
                  <UsedBy id={id} saved={savedVersion} />
                </>
              )}
            </Box>
          </Box>
        </AssistContext.Provider>
      )}
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
