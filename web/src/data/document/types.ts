import type {
  ConditionExpressionCondition,
  ConditionFieldCondition,
  Dataset as ApiDataset,
  DatasetSourceDerivedSource,
  DatasetSourceJoinSource,
  DatasetSourceQuerySource,
  DatasetSourceTableSource,
} from '../../api/generated';

export type { Field, JoinedTable, JoinKind, KeyPair } from '../../api/generated';
export type FieldCondition = Omit<ConditionFieldCondition, 'values'> & { values?: string[] };

export type Group = { type: 'all' | 'any'; conditions?: Condition[] };

/** The description of the API cannot say that these always name their type. */
export type Condition = Group | ({ type: 'field' } & FieldCondition) | ({ type: 'expression' } & ConditionExpressionCondition);
export type Source =
  | ({ type: 'table' } & DatasetSourceTableSource)
  | ({ type: 'join' } & DatasetSourceJoinSource)
  | ({ type: 'query' } & DatasetSourceQuerySource)
  | ({ type: 'derived' } & DatasetSourceDerivedSource);
export type Dataset = Omit<ApiDataset, 'source' | 'filter'> & { source: Source; filter?: Condition | null };

export const fromApi = (dataset: ApiDataset): Dataset => dataset as Dataset;
export const toApi = (dataset: Dataset): ApiDataset => dataset as ApiDataset;
