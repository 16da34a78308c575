const format = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });

/** A moment of the server's as people here say it. */
export const when = (utc: string) => format.format(new Date(/Z|[+-]\d\d:\d\d$/.test(utc) ? utc : `${utc}Z`));
