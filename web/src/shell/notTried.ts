import type { ChangedSince } from '../api/generated';

/** Why the result of an earlier trial of a link says nothing of the link as it is. */
export const notTried = (since: ChangedSince) => (since === 'data' ? 'not tried since its data changed' : 'not tried since it was changed');
