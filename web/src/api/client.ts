import type {
  AggregateInfo,
  CopiesRequest,
  DatasetProblem,
  DatasetSaved,
  DatasetUses,
  ExchangeProposal,
  ExchangeRequest,
  ExpressionTrial,
  Followed,
  FunctionHelp,
  OutdatedCopy,
  SqlDescription,
  TrialRequest,
  CsvColumn,
  CsvImport,
  CsvPreview,
  DatabaseUses,
  Dataset,
  DatasetView,
  SavedDataset,
  ChoicesInfo,
  ComposeChoices,
  ChoicesRequest,
  ComposeRequest,
  ComposeResponse,
  DatabaseInfo,
  NewReport,
  OutlineInfo,
  PagesResponse,
  ProgressInfo,
  ReportDefinition,
  ReportEntry,
  RunInfo,
  SavedReport,
  SavedVersion,
  SearchResult,
  UnreadableDataset,
} from './generated';

/** An answer of the server that says what is wrong (RFC 9457). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Browsers send 64 KiB for pages that are gone (Fetch standard, keepalive); letters may take several bytes. */
const mostKeptAlive = 20_000;

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let response: Response;
  const isFile = body instanceof Blob;
  const sent = body === undefined || isFile ? body : JSON.stringify(body);
  const headers = body === undefined ? undefined : { 'Content-Type': isFile ? 'application/octet-stream' : 'application/json' };
  // What is saved arrives even if its page is left meanwhile, as far as browsers do that.
  const keepalive = method === 'PUT' && typeof sent === 'string' && sent.length < mostKeptAlive;
  try {
    response = await fetch(`/api${path}`, { method, signal, headers, body: sent, keepalive });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ApiError(0, 'offline', 'The server does not answer. Your work is kept here; it is saved when the server is back.');
  }
  if (response.ok) {
    const type = response.headers.get('Content-Type') ?? '';
    return (response.status === 204 ? undefined : type.includes('json') ? await response.json() : await response.text()) as T;
  }
  const problem = await response.json().catch(() => ({}));
  throw new ApiError(response.status, problem.code ?? 'unforeseen', problem.detail ?? `The server answered ${response.status}.`);
}

const at = encodeURIComponent;

/** What is not empty, as the query of an address. */
function query(values: Record<string, string>): string {
  const text = new URLSearchParams(Object.entries(values).filter(([, value]) => value !== '')).toString();
  return text && `?${text}`;
}

export const api = {
  reports: () => call<ReportEntry[]>('GET', '/reports'),
  report: (id: string) => call<SavedReport>('GET', `/reports/${at(id)}`),
  create: (report: NewReport) => call<SavedReport>('POST', '/reports', report),
  saveDraft: (id: string, basedOn: number, definition: ReportDefinition) =>
    call<SavedVersion>('PUT', `/reports/${at(id)}/draft`, { basedOn, definition }),
  publish: (id: string, version: number) => call<SavedVersion>('POST', `/reports/${at(id)}/publish`, { version }),
  rename: (id: string, title: string) => call<SavedVersion>('POST', `/reports/${at(id)}/rename`, { title }),
  remove: (id: string) => call<void>('DELETE', `/reports/${at(id)}`),
  restore: (id: string) => call<void>('POST', `/reports/${at(id)}/restore`),
  datasets: () => call<SavedDataset[]>('GET', '/datasets'),
  unreadableDatasets: () => call<UnreadableDataset[]>('GET', '/datasets/unreadable'),
  dataset: (id: string) => call<SavedDataset>('GET', `/datasets/${at(id)}`),
  createDataset: (definition: Dataset) => call<SavedDataset>('POST', '/datasets', definition),
  saveDataset: (id: string, basedOn: number, definition: Dataset) =>
    call<DatasetSaved>('PUT', `/datasets/${at(id)}`, { basedOn, definition }),
  removeDataset: (id: string) => call<void>('DELETE', `/datasets/${at(id)}`),
  restoreDataset: (id: string) => call<void>('POST', `/datasets/${at(id)}/restore`),
  datasetProblems: () => call<DatasetProblem[]>('GET', '/datasets/problems'),
  datasetUses: (id: string) => call<DatasetUses>('GET', `/datasets/${at(id)}/uses`),
  followDataset: (id: string, reports: string[]) => call<Followed[]>('POST', `/datasets/${at(id)}/follow`, { reports }),
  renameField: (definition: Dataset, field: string, name: string) =>
    call<Dataset>('POST', '/datasets/rename-field', { definition, field, name }),
  lookAtDataset: (
    definition: Dataset,
    field: string | null,
    signal?: AbortSignal,
    more: { values?: Record<string, string>; refresh?: boolean; counting?: boolean; follow?: string } = {},
  ) => call<DatasetView>('POST', '/datasets/look', { definition, field, ...more }, signal),
  aggregates: () => call<AggregateInfo[]>('GET', '/expressions/aggregates'),
  functions: () => call<FunctionHelp[]>('GET', '/expressions/functions'),
  tryExpression: (request: TrialRequest, signal?: AbortSignal) => call<ExpressionTrial>('POST', '/expressions/try', request, signal),
  outdatedCopies: (request: CopiesRequest, signal?: AbortSignal) => call<OutdatedCopy[]>('POST', '/compose/copies', request, signal),
  proposeExchange: (request: ExchangeRequest) => call<ExchangeProposal>('POST', '/compose/exchange', request),
  describeSql: (database: string, sql: string) => call<SqlDescription>('POST', '/datasets/describe', { database, sql }),
  addTable: (definition: Dataset, table: string) => call<Dataset>('POST', '/datasets/add-table', { definition, table }),
  registerDatabase: (name: string, path: string) => call<DatabaseInfo>('POST', '/databases', { name, path }),
  databaseUses: (name: string) => call<DatabaseUses>('GET', `/databases/${at(name)}/uses`),
  forgetDatabase: (name: string) => call<void>('DELETE', `/databases/${at(name)}`),
  restoreDatabase: (name: string) => call<void>('POST', `/databases/${at(name)}/restore`),
  uploadDatabase: (name: string, file: Blob, replace = false) =>
    call<DatabaseInfo>('POST', `/databases/upload?name=${at(name)}&replace=${replace}`, file),
  previewCsv: (file: Blob) => call<CsvPreview>('POST', '/databases/csv/preview', file),
  uploadCsv: (name: string, table: string, columns: CsvColumn[], file: Blob, replace = false) =>
    call<CsvImport>(
      'POST',
      `/databases/csv?name=${at(name)}&table=${at(table)}&columns=${at(JSON.stringify(columns))}&replace=${replace}`,
      file,
    ),
  databases: () => call<DatabaseInfo[]>('GET', '/databases'),
  compose: (request: ComposeRequest, signal?: AbortSignal) => call<ComposeResponse>('POST', '/compose', request, signal),
  countPages: (request: ComposeRequest, signal?: AbortSignal) => call<PagesResponse>('POST', '/compose/pages', request, signal),
  composeProgress: (name: string) => call<ProgressInfo | undefined>('GET', `/compose/progress/${name}`),
  run: (id: string, values: Record<string, string>, draft: boolean, refresh: boolean, proof?: string, signal?: AbortSignal) =>
    call<RunInfo>('POST', `/reports/${at(id)}/runs`, { values, draft, refresh, proof }, signal),
  choices: (id: string, request: ChoicesRequest, signal?: AbortSignal) =>
    call<ChoicesInfo>('POST', `/reports/${at(id)}/choices`, request, signal),
  composeChoices: (request: ComposeChoices, signal?: AbortSignal) => call<ChoicesInfo>('POST', '/compose/choices', request, signal),
  runInfo: (run: string, signal?: AbortSignal) => call<RunInfo>('GET', `/runs/${run}`, undefined, signal),
  stop: (run: string) => call<void>('DELETE', `/runs/${run}`),
  page: (run: string, sheet: string, page: number, find: string, signal?: AbortSignal) =>
    call<string>('GET', `/runs/${run}/pages/${page}${query({ sheet, find })}`, undefined, signal),
  outline: (run: string, of: { sheet: string; section: string; level: number; group: number }, from: number) =>
    call<OutlineInfo>(
      'GET',
      `/runs/${run}/outline${query({ ...of, level: String(of.level), group: String(of.group), from: String(from) })}`,
    ),
  find: (run: string, text: string, signal?: AbortSignal) =>
    call<SearchResult>('GET', `/runs/${run}/find?text=${at(text)}`, undefined, signal),
};
