import type { CodeForm } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { useCompose } from '../../store/composeStore';
import type { Placed } from '../../document/definition';
import { LinkSentence } from '../link/LinkSentence';
import { PanelHead } from '../parts/PanelHead';
import { PlaceSetting } from '../parts/PlaceSetting';
import { RemoveButton } from '../parts/RemoveButton';
import { WhenSetting } from '../parts/WhenSetting';

const forms: { value: CodeForm; label: string; hint: string }[] = [
  { value: 'qr', label: 'a QR code', hint: 'any text' },
  { value: 'dataMatrix', label: 'a Data Matrix', hint: 'any text, very small' },
  { value: 'aztec', label: 'an Aztec code', hint: 'any text, as on tickets' },
  { value: 'pdf417', label: 'a PDF417', hint: 'any text, wide' },
  { value: 'code128', label: 'a Code 128', hint: 'letters and digits' },
  { value: 'code39', label: 'a Code 39', hint: 'capitals and digits' },
  { value: 'ean13', label: 'an EAN-13', hint: '13 digits' },
  { value: 'ean8', label: 'an EAN-8', hint: '8 digits' },
  { value: 'upcA', label: 'a UPC-A', hint: '12 digits' },
  { value: 'itf', label: 'an interleaved 2 of 5', hint: 'an even number of digits' },
];

const squares = ['qr', 'dataMatrix', 'aztec'];

/** A barcode or a code of squares. */
export function CodePanel({ placed }: { placed: Placed }) {
  const { element: code } = placed;
  const { setElement } = useCompose('setElement');
  if (code.type !== 'code') return null;
  const set = (change: Partial<typeof code>) => void setElement(code.id, change as Partial<typeof code>);
  const form = code.form ?? 'qr';
  return (
    <>
      <PanelHead>Code for machines</PanelHead>
      <Sentence>
        Print{' '}
        <Blank label="Kind of code" choices={forms} onPick={(v) => set({ form: v as CodeForm })}>
          {forms.find((f) => f.value === form)?.label ?? form}
        </Blank>{' '}
        of this text
        {!squares.includes(form) && (
          <>
            ,{' '}
            <Blank
              label="Readable"
              choices={[
                { value: '', label: 'the bars alone' },
                { value: 'words', label: 'with the text below it' },
              ]}
              onPick={(v) => set({ readable: v === 'words' })}
            >
              {code.readable ? 'with the text below it' : 'the bars alone'}
            </Blank>
          </>
        )}
        .
      </Sentence>
      <TextSetting label="What it says" multiline value={code.text} onCommit={(text) => set({ text })} />
      <LinkSentence placed={placed} />
      <WhenSetting element={code} />
      <PlaceSetting element={code} />
      <RemoveButton ids={[code.id]}>Remove the code</RemoveButton>
    </>
  );
}
