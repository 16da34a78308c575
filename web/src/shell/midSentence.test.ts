import { expect, test } from 'vitest';
import { midSentence } from './midSentence';

test('labels keep their abbreviations within a sentence', () => {
  expect(['Net fare', 'Net Fare', 'MPAA rating', 'Average IMDb rating', 'CO2', 'N', ''].map(midSentence)).toEqual([
    'net fare',
    'net fare',
    'MPAA rating',
    'average IMDb rating',
    'CO2',
    'n',
    '',
  ]);
});
