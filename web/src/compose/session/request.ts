import type { ComposeRequest } from '../../api/generated';
import type { SessionState } from './types';

/** What the server needs to know of a report that is being composed; undefined while there is none. */
export function requestOf({ definition, vantage, values, sheet, pageCount, pages }: SessionState): ComposeRequest | undefined {
  // The description of the API cannot say that a key in these lists may be empty.
  return definition && { definition, vantage: vantage as Record<string, string[]>, values, sheet, pageCount, pages };
}
