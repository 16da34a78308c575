/** What the keys do in a box for typing, as it is said below it. */
export const typingKeys = (lines: boolean) => `${lines ? 'Ctrl+Enter' : 'Enter'} uses it, Escape keeps what was there.`;
