/** What is chosen on the map: a report, or a link by its place in the list. */
export type Chosen = { report: string } | { link: number } | undefined;
