import Box from '@mui/material/Box';
import { useState } from 'react';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import { type Placed, partsOf } from '../../document/definition';
import { ChipText } from '../parts/ChipText';
import { MoreTexts } from './MoreTexts';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { StyleSetting } from '../parts/StyleSetting';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { WhenSetting } from '../parts/WhenSetting';

/** A text with values in it. */
export function TextPanel({ placed }: { placed: Placed }) {
  const { element: text, section, band, level } = placed;
  const [typing, setTyping] = useState(false);
  const { definition, edit, setElement } = useCompose('definition', 'edit', 'setElement');
  if (text.type !== 'text' || !definition) return null;
  const take = (words: string) => void edit({ type: 'setText', element: text.id, text: words });
  const isRepeated = partsOf(definition, section, band, level).some((p) => p.repeat && p.elements?.some((e) => e.id === text.id));
  return (
    <>
      <PanelHead>Text</PanelHead>
      <Sentence>
        Print these words and values,{' '}
        <Blank
          label="How it is written"
          choices={[
            { value: 'pick', label: 'picking the values' },
            { value: 'type', label: 'typing all of it' },
          ]}
          onPick={(v) => setTyping(v === 'type')}
        >
          {typing ? 'typing all of it' : 'picking the values'}
        </Blank>
        .
      </Sentence>
      <Box sx={{ mb: 1.5 }}>
        {typing ? (
          <>
            <TextSetting label="Words" multiline value={text.text} onCommit={take} />
            <Box sx={{ mt: 0.75, fontSize: 12, color: 'text.secondary' }}>
              {'{{ count(*) }} prints a value, {{ :from | d MMMM yyyy }} one with a pattern.'}
            </Box>
          </>
        ) : (
          <ChipText text={text.text} section={section} band={band} level={level} onCommit={take} />
        )}
      </Box>
      <MoreTexts text={text} section={section} band={band} level={level} />
      {isRepeated && (
        <Sentence>
          On further pages of its group it is followed by{' '}
          <Blank
            label="On further pages"
            choices={[
              { value: '', label: 'nothing' },
              { value: '(continued)', label: '“(continued)”' },
            ]}
            typed={text.continued ?? ''}
            typing="Other words…"
            onPick={(words) => void setElement(text.id, { continued: words.trim() || null })}
          >
            {text.continued ? `“${text.continued}”` : 'nothing'}
          </Blank>
          .
        </Sentence>
      )}
      <LinkSentence placed={placed} />
      <WhenSetting element={text} />
      <PlaceSetting element={text} />
      <StyleSetting element={text} />
      <RemoveButton ids={[text.id]}>Remove the text</RemoveButton>
    </>
  );
}
