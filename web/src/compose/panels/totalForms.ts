import type { TotalForm } from '../../api/generated';
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

/** Of a subtotal: on a page, in the report, or in a group with one around it. */
export function totalForms(place: { onPage?: 'header' | 'footer'; own?: string; around?: string; dated?: boolean }): Form[] {
  if (place.onPage)
    return [
      { value: 'value', label: 'of what starts on the page' },
      { value: 'running', label: place.onPage === 'header' ? 'brought forward from the pages before' : 'carried forward to the next page' },
    ];
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

export const formWords = (form: TotalForm | undefined, forms: Form[]) =>
  forms.find((f) => f.value === (form ?? 'value'))?.label ?? 'in another way';
