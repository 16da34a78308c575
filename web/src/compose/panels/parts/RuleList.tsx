import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { StyleRule } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';

interface Props {
  rules: StyleRule[];
  /** The blank, or the blanks, of what must hold. */
  condition: (rule: StyleRule, set: (when: string) => void) => ReactNode;
  /** With what a new one begins. */
  first: string;
  onChange: (rules: StyleRule[]) => void;
}

/** Conditions under which something looks different, each a sentence; of several that hold, a later one wins. */
export function RuleList({ rules, condition, first, onChange }: Props) {
  const put = (i: number, change: Partial<StyleRule>) => onChange(rules.map((r, k) => (k === i ? { ...r, ...change } : r)));
  return (
    <>
      {rules.map((rule, i) => (
        <Sentence key={i}>
          Where {condition(rule, (when) => put(i, { when }))} the text is{' '}
          <ColourBlank label="Colour there" value={rule.color} none="in its usual colour" onPick={(color) => put(i, { color })} />, on{' '}
          <ColourBlank label="Background there" value={rule.background} none="no colour" onPick={(c) => put(i, { background: c })} />,{' '}
          <Blank
            label="Weight there"
            choices={[
              { value: '', label: 'as bold as usual' },
              { value: 'bold', label: 'bold' },
              { value: 'plain', label: 'not bold' },
            ]}
            onPick={(v) => put(i, { bold: v === '' ? null : v === 'bold' })}
          >
            {rule.bold === true ? 'bold' : rule.bold === false ? 'not bold' : 'as bold as usual'}
          </Blank>
          .{' '}
          <Blank
            label="Condition of the look"
            choices={[
              ...(i > 0 ? [{ value: 'up', label: 'Let earlier ones win over it' }] : []),
              { value: 'remove', label: 'Take it away' },
            ]}
            onPick={(v) => {
              const others = rules.filter((_, k) => k !== i);
              onChange(v === 'remove' ? others : [...others.slice(0, i - 1), rule, ...others.slice(i - 1)]);
            }}
          >
            …
          </Blank>
        </Sentence>
      ))}
      <Box>
        <Button
          size="small"
          variant="outlined"
          disabled={rules.length >= 20}
          onClick={() => onChange([...rules, { when: first, color: '#B3261E' }])}
        >
          Add a condition
        </Button>
      </Box>
    </>
  );
}
