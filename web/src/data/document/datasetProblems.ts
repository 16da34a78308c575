import { listDatasetProblemsOptions } from '../../api/generated/@tanstack/react-query.gen';

/** The datasets whose tables or columns are not there any more. */
export const datasetProblems = listDatasetProblemsOptions();
