import Button from '@mui/material/Button';
import type { Element } from '../../api/generated';
import { Sentence } from '../../sentence/Sentence';
import { TextSetting } from '../../sentence/TextSetting';
import { useCompose } from '../composeStore';
import { PanelHead } from './PanelHead';

/** A horizontal rule. */
export function LinePanel({ line }: { line: Element }) {
  const { edit, select } = useCompose();
  if (line.type !== 'line') return null;
  return (
    <>
      <PanelHead>Rule</PanelHead>
      <Sentence>Draw a rule across the band.</Sentence>
      <TextSetting label="Thickness, points" value={String(line.thickness ?? 0.75)} onCommit={(v) => { const thickness = Number(v.replace(',', '.')); if (thickness > 0 && thickness < 20) void edit({ type: 'setElement', element: { ...line, thickness } }); }} />
      <Button color="inherit" sx={{ mt: 1, ml: -0.75 }} onClick={() => { void edit({ type: 'deleteElement', element: line.id }); select({ kind: 'report' }); }}>Remove the rule</Button>
    </>
  );
}
