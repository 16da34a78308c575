import { queryOptions } from '@tanstack/react-query';
import { api } from '../api/client';

/** The datasets whose tables or columns are not there any more. */
export const datasetProblems = queryOptions({ queryKey: ['dataset-problems'], queryFn: () => api.datasetProblems() });
