import type { Level, TotalForm } from '../../api/generated';
import type { Choice } from '../../sentence/Blank';
import { midSentence } from '../../shell/midSentence';

/** The relations in which a number can be shown, as choices of a blank. */
type Form = Choice & { value: TotalForm };

const shares = (around?: string): Form[] => [
  ...(around ? [{ value: 'shareOfAround' as const, label: `as its share of the ${midSentence(around)}` }] : []),
  { value: 'shareOfAll', label: 'as its share of the report' },
  { value: 'running', label: 'running through the report' },
  ...(around ? [{ value: 'runningInAround' as const, label: `running, anew in each ${midSentence(around)}` }] : []),
];

const differences = (before: string): Form[] => [
  { value: 'change', label: `as the difference to the ${before} before` },
  { value: 'growth', label: `as the growth since the ${before} before` },
];

/** Of a value in the rows; around it is the innermost group. */
export const rowForms = (around?: string): Form[] => [{ value: 'value', label: 'by itself' }, ...shares(around), ...differences('row')];

/**
 * Of a subtotal on a page. A level is named by its id behind the form: a total is carried from page to page in its groups alone.
 */
export function pageForms(isHeader: boolean, levels: Level[]): Choice[] {
  const carried = isHeader ? 'brought forward from the page before' : 'carried forward to the next page';
  return [
    { value: 'value', label: 'of what starts on the page' },
    { value: 'running', label: `${carried}, through the report` },
    ...levels.map((l) => ({ value: `runningInAround ${l.id}`, label: `${carried} in each ${midSentence(l.name)}` })),
  ];
}

/** Of a subtotal: in the report, or in a group with one around it. */
export function totalForms(place: { own?: string; around?: string; dated?: boolean }): Form[] {
  if (!place.own) return [{ value: 'value', label: 'by itself' }];
  return [
    { value: 'value', label: 'by itself' },
    ...shares(place.around),
    { value: 'rank', label: 'as its rank among all' },
    ...(place.around ? [{ value: 'rankInAround' as const, label: `as its rank in the ${midSentence(place.around)}` }] : []),
    ...differences(midSentence(place.own)),
    ...(place.dated
      ? [
          { value: 'changeOnYear' as const, label: 'as the difference to the year before' },
          { value: 'growthOnYear' as const, label: 'as the growth since the year before' },
        ]
      : []),
  ];
}

export const formWords = (form: string | undefined, forms: Choice[]) =>
  forms.find((f) => f.value === (form ?? 'value'))?.label ?? 'in another way';
