import Button from '@mui/material/Button';
import { Sentence } from '../../sentence/Sentence';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import type { Placed } from '../definition';
import { PanelHead } from './PanelHead';
import { WhenSetting } from './WhenSetting';

/** A horizontal rule. */
export function LinePanel({ placed: { element: line } }: { placed: Placed }) {
  const { edit, setElement, select } = useCompose('edit', 'setElement', 'select');
  if (line.type !== 'line') return null;
  return (
    <>
      <PanelHead>Rule</PanelHead>
      <Sentence>Draw a rule across the band.</Sentence>
      <WhenSetting element={line} />
      <TextSetting
        label="Thickness, points"
        value={String(line.thickness ?? 0.75)}
        onCommit={(v) => {
          const thickness = Number(v.replace(',', '.'));
          if (thickness > 0 && thickness < 20) void setElement(line.id, { thickness } as Partial<typeof line>);
        }}
      />
      <Button
        color="inherit"
        sx={{ mt: 1, ml: -0.75 }}
        onClick={() => {
          void edit({ type: 'remove', ids: [line.id] });
          select({ kind: 'report' });
        }}
      >
        Remove the rule
      </Button>
    </>
  );
}
