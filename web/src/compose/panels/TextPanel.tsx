import Button from '@mui/material/Button';
import Box from '@mui/material/Box';
import { Sentence } from '../../sentence/Sentence';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import type { Placed } from '../definition';
import { PanelHead } from './PanelHead';
import { StyleSetting } from './StyleSetting';
import { WhenSetting } from './WhenSetting';

/** A text with values in it. */
export function TextPanel({ placed: { element: text } }: { placed: Placed }) {
  const { edit, select } = useCompose('edit', 'select');
  if (text.type !== 'text') return null;
  return (
    <>
      <PanelHead>Text</PanelHead>
      <Sentence>Print these words, and the values in braces.</Sentence>
      <Box sx={{ mb: 1.5 }}>
        <TextSetting
          label="Words"
          multiline
          value={text.text}
          onCommit={(words) => void edit({ type: 'setText', element: text.id, text: words })}
        />
        <Box sx={{ mt: 0.75, fontSize: 12, color: 'text.secondary' }}>
          {'{{ count(*) }} prints a value, {{ :from | d MMMM yyyy }} one with a pattern.'}
        </Box>
      </Box>
      <WhenSetting element={text} />
      <StyleSetting element={text} />
      <Button
        color="inherit"
        sx={{ mt: 1, ml: -0.75 }}
        onClick={() => {
          void edit({ type: 'remove', ids: [text.id] });
          select({ kind: 'report' });
        }}
      >
        Remove the text
      </Button>
    </>
  );
}
