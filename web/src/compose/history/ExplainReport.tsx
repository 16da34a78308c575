import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import GlobalStyles from '@mui/material/GlobalStyles';
import { Dialog } from '../../shell/whenOpen';
import { useState } from 'react';
import { explainReport, type Explanation } from '../../api/generated';
import { useCommand } from '../document/commands';
import { useCompose } from '../store/composeStore';

/** On paper, the sentences alone, over as many sheets as they need. */
const printed = {
  '@media print': {
    'body > :not(.explanation)': { display: 'none' },
    '.explanation, .explanation .MuiDialog-container, .explanation .MuiDialog-paper, .explanation .MuiDialogContent-root': {
      position: 'static !important',
      display: 'block !important',
      height: 'auto !important',
      maxHeight: 'none !important',
      overflow: 'visible !important',
      boxShadow: 'none !important',
      margin: '0 !important',
      maxWidth: 'none !important',
    },
    '.explanation .MuiBackdrop-root, .explanation .MuiDialogActions-root': { display: 'none' },
  },
};

/** The whole report as sentences, for whoever takes it over or signs for its figures. */
export function ExplainReport() {
  const { definition } = useCompose('definition');
  const [open, setOpen] = useState(false);
  const [things, setThings] = useState<Explanation[]>();
  const [failed, setFailed] = useState<string>();
  const show = async () => {
    setOpen(true);
    setThings(undefined);
    setFailed(undefined);
    try {
      setThings(await explainReport({ body: { definition: definition! } }));
    } catch (error) {
      setFailed((error as Error).message);
    }
  };
  useCommand('explain', () => void show());
  return (
    <>
      <Button variant="outlined" disabled={!definition} onClick={() => void show()}>
        Explain
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} className="explanation" maxWidth="md" fullWidth aria-labelledby="explain-title">
        <GlobalStyles styles={printed} />
        <DialogTitle id="explain-title">The report as sentences</DialogTitle>
        <DialogContent tabIndex={0}>
          {failed && <p role="alert">{failed}</p>}
          {!failed && !things && <p role="status">Writing the sentences…</p>}
          {things?.map((thing, i) => (
            <Box component="section" key={i} sx={{ mb: 2 }}>
              <Box component="h3" sx={{ m: 0, mb: 0.5, fontSize: 15 }}>
                {thing.heading}
              </Box>
              {thing.sentences.map((sentence, j) => (
                <Box component="p" key={j} sx={{ m: 0, mb: 0.5, overflowWrap: 'anywhere' }}>
                  {sentence}
                </Box>
              ))}
            </Box>
          ))}
        </DialogContent>
        <DialogActions>
          <Button disabled={!things} onClick={() => window.print()}>
            Print
          </Button>
          <Button autoFocus onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
