import type { ConditionExpressionCondition, ConditionFieldCondition, Dataset as ApiDataset, DatasetSourceJoinSource, DatasetSourceQuerySource, DatasetSourceTableSource } from '../api/generated';

export type { Field, JoinedTable, JoinKind, KeyPair } from '../api/generated';
export type FieldCondition = Omit<ConditionFieldCondition, 'values'> & { values?: string[] };

/** The description of the API cannot say that these always name their type. */
export type Condition =
  | { type: 'all' | 'any'; conditions?: Condition[] }
  | ({ type: 'field' } & FieldCondition)
  | ({ type: 'expression' } & ConditionExpressionCondition);
export type Source = ({ type: 'table' } & DatasetSourceTableSource) | ({ type: 'join' } & DatasetSourceJoinSource) | ({ type: 'query' } & DatasetSourceQuerySource);
export type Dataset = Omit<ApiDataset, 'source' | 'filter'> & { source: Source; filter?: Condition | null };

export const fromApi = (dataset: ApiDataset): Dataset => dataset as Dataset;
export const toApi = (dataset: Dataset): ApiDataset => dataset as ApiDataset;
