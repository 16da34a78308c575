import type {
  CarriedLook,
  ChoicesRequest,
  ComposeChoices,
  ComposeRequest,
  ComposeTrace,
  CopiesRequest,
  CsvColumn,
  Dataset,
  DatasetLook,
  DetailRequest,
  ElementChartElement,
  ExchangeRequest,
  LinkTrialRequest,
  MapPlace,
  Condition,
  NewReport,
  PreviewRequest,
  PrintedPlace,
  ProgressInfo,
  PromiseRequest,
  ProposeFieldChoices,
  ReportDefinition,
  TrialRequest,
} from './generated';
import * as server from './generated/sdk.gen';

export { ApiError } from './runtime';

/** Browsers send 64 KiB for pages that are gone (Fetch standard, keepalive); letters may take several bytes. */
const mostKeptAlive = 20_000;

/** What is saved arrives even if its page is left meanwhile, as far as browsers do that. */
const kept = <T>(body: T) => ({ body, keepalive: JSON.stringify(body).length < mostKeptAlive });

/** A file is sent as it is, not as JSON. */
const file = (blob: Blob) => ({
  body: blob as unknown as string,
  bodySerializer: null,
  headers: { 'Content-Type': 'application/octet-stream' },
});

/** What is empty is left out of an address. */
const filled = (text: string) => text || undefined;

/** The generated client in the words of the front end; what is wrong comes as an `ApiError`. */
export const api = {
  reports: () => server.listReports(),
  report: (id: string) => server.getReport({ path: { id } }),
  create: (body: NewReport) => server.createReport({ body }),
  saveDraft: (id: string, basedOn: number, definition: ReportDefinition) =>
    server.saveDraft({ path: { id }, ...kept({ basedOn, definition }) }),
  publish: (id: string, version: number, anyway = false) => server.publishReport({ path: { id }, body: { version, anyway } }),
  rename: (id: string, title: string) => server.renameReport({ path: { id }, body: { title } }),
  remove: (id: string) => server.deleteReport({ path: { id } }),
  restore: (id: string) => server.restoreReport({ path: { id } }),
  createDataset: (body: Dataset) => server.createDataset({ body }),
  dataset: (id: string) => server.getDataset({ path: { id } }),
  saveDataset: (id: string, basedOn: number, definition: Dataset) => server.saveDataset({ path: { id }, ...kept({ basedOn, definition }) }),
  removeDataset: (id: string) => server.deleteDataset({ path: { id } }),
  restoreDataset: (id: string) => server.restoreDataset({ path: { id } }),
  datasetUses: (id: string) => server.listDatasetUses({ path: { id } }),
  followDataset: (id: string, reports: string[]) => server.followDataset({ path: { id }, body: { reports } }),
  keepLook: (name: string, chart: ElementChartElement, isDefault: boolean) =>
    server.keepLook({ body: { name, chart: { ...chart, type: 'chart' }, isDefault } }),
  removeLook: (name: string) => server.removeLook({ query: { name } }),
  keepPalette: (name: string, colors: string[]) => server.keepPalette({ body: { name, colors } }),
  removePalette: (name: string) => server.removePalette({ query: { name } }),
  keepReportLook: (body: CarriedLook) => server.keepReportLook({ body }),
  removeReportLook: (name: string) => server.removeReportLook({ query: { name } }),
  previewCharts: (body: PreviewRequest, signal?: AbortSignal) => server.previewCharts({ body, signal }),
  chartNumbers: (body: PreviewRequest) => server.getChartNumbers({ body }),
  renameField: (definition: Dataset, field: string, name: string) => server.renameField({ body: { definition, field, name } }),
  lookAtDataset: (body: DatasetLook, signal?: AbortSignal) => server.lookAtDataset({ body, signal }),
  joinPairs: (definition: Dataset, table: string) => server.listJoinPairs({ body: { definition, table } }),
  askReader: (definition: Dataset, condition: Condition) => server.askReader({ body: { definition, condition } }),
  fieldChoices: (body: ProposeFieldChoices) => server.proposeFieldChoices({ body }),
  writeNames: (names: string[]) => server.writeNames({ body: names }),
  tryExpression: (body: TrialRequest, signal?: AbortSignal) => server.tryExpression({ body, signal }),
  outdatedCopies: (body: CopiesRequest, signal?: AbortSignal) => server.listOutdatedCopies({ body, signal }),
  proposeExchange: (body: ExchangeRequest) => server.proposeExchange({ body }),
  describeSql: (database: string, sql: string) => server.describeSql({ body: { database, sql } }),
  addTable: (definition: Dataset, table: string) => server.addTableToDataset({ body: { definition, table } }),
  registerDatabase: (name: string, path: string) => server.registerDatabase({ body: { name, path } }),
  databaseUses: (name: string) => server.listDatabaseUses({ path: { name } }),
  forgetDatabase: (name: string) => server.forgetDatabase({ path: { name } }),
  restoreDatabase: (name: string) => server.restoreDatabase({ path: { name } }),
  uploadDatabase: (name: string, blob: Blob, replace = false) => server.uploadDatabase({ query: { name, replace }, ...file(blob) }),
  previewCsv: (blob: Blob) => server.previewCsv(file(blob)),
  spreadsheet: (blob: Blob) => server.readSpreadsheet({ ...file(blob), parseAs: 'text' }) as unknown as Promise<string>,
  uploadCsv: (name: string, table: string, columns: CsvColumn[], blob: Blob, replace = false) =>
    // The columns go before the file: those of a wide one are too long for an address.
    server.uploadCsv({ query: { name, table, replace }, ...file(new Blob([JSON.stringify(columns), '\n', blob])) }),
  compose: (body: ComposeRequest, signal?: AbortSignal) => server.compose({ body, signal }),
  countPages: (body: ComposeRequest, signal?: AbortSignal) => server.countPages({ body, signal }),
  /** Null when nothing of that name is under way, which the server answers with nothing. */
  composeProgress: async (name: string): Promise<ProgressInfo | null> => {
    const progress = await server.composeProgress({ path: { name } });
    return progress && 'stage' in progress ? progress : null;
  },
  run: (
    id: string,
    values: Record<string, string>,
    draft: boolean,
    refresh: boolean,
    proof?: string,
    signal?: AbortSignal,
    opened?: string[],
  ) => server.startRun({ path: { id }, body: { values, draft, refresh, proof, opened }, signal }),
  choices: (id: string, body: ChoicesRequest, signal?: AbortSignal) => server.listChoices({ path: { id }, body, signal }),
  composeChoices: (body: ComposeChoices, signal?: AbortSignal) => server.composeChoices({ body, signal }),
  runInfo: (id: string, signal?: AbortSignal) => server.getRun({ path: { id }, signal }),
  stop: (id: string) => server.stopRun({ path: { id } }),
  /** The first page as it was drawn last; empty if it has to be drawn. */
  firstPage: async (id: string, draft: boolean, signal?: AbortSignal): Promise<string> => {
    const svg = await server.getFirstPage({ path: { id }, query: { draft }, parseAs: 'text', signal });
    return typeof svg === 'string' ? svg : '';
  },
  page: (id: string, sheet: string, number: number, find: string, signal?: AbortSignal) =>
    server.getPage({
      path: { id, number },
      query: { sheet: filled(sheet), find: filled(find) },
      parseAs: 'text',
      signal,
    }) as unknown as Promise<string>,
  pagePlace: (id: string, sheet: string, number: number, x: number, y: number) =>
    server.getPagePlace({ path: { id, number }, query: { sheet: filled(sheet), x, y } }),
  trace: (id: string, place: PrintedPlace, signal?: AbortSignal) =>
    server.traceNumber({ path: { id }, query: { place: JSON.stringify(place) }, signal }),
  traceRows: (id: string, place: PrintedPlace, asked: AskedRows, signal?: AbortSignal) =>
    server.traceRows({ path: { id }, query: { place: JSON.stringify(place), ...asked }, signal }),
  /** The address of the file of all rows behind a number. */
  traceFile: (id: string, place: PrintedPlace, { part, sort, descending }: AskedRows) =>
    `/api/runs/${id}/trace/rows.csv?${new URLSearchParams({
      place: JSON.stringify(place),
      part: String(part),
      ...(sort ? { sort, descending: String(descending) } : {}),
    })}`,
  groupPage: (id: string, level: string, key: string) => server.getGroupPage({ path: { id }, query: { level, key } }),
  tryLink: (body: LinkTrialRequest, signal?: AbortSignal) => server.tryLink({ body, signal }),
  makeDetailReport: (body: DetailRequest) => server.makeDetailReport({ body }),
  tryPromises: (body: PromiseRequest, signal?: AbortSignal) => server.tryPromises({ body, signal }),
  placeOnMap: (body: MapPlace) => server.placeOnMap({ body }),
  layOutMap: () => server.layOutMap(),
  linksTo: (id: string) => server.listLinksTo({ path: { id } }),
  composeTrace: (body: ComposeTrace, signal?: AbortSignal) => server.composeTrace({ body, signal }),
  outline: (id: string, { sheet, section, level, group }: OutlinePlace, from: number) =>
    server.getOutline({ path: { id }, query: { sheet: filled(sheet), section: filled(section), level, group, from } }),
  find: (id: string, text: string, signal?: AbortSignal) => server.findInRun({ path: { id }, query: { text }, signal }),
};

interface AskedRows {
  /** Which of the totals in the number, from 0. */
  part: number;
  from: number;
  count: number;
  /** The name of the field by which they are put in order. */
  sort?: string;
  descending: boolean;
}

interface OutlinePlace {
  sheet: string;
  section: string;
  level: number;
  group: number;
}
