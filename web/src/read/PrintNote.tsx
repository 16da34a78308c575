import Box from '@mui/material/Box';
import { count } from '../shell/count';

/** What the browser prints instead of the screen, on which only a few of the pages are: where the printable report is. */
export const PrintNote = ({ title, pages, pdf }: { title: string; pages: number; pdf: string }) => (
  <Box sx={{ display: 'none', displayPrint: 'block', p: 4, fontSize: 16 }}>
    <h1>{title}</h1>
    <p>
      This report has {count(pages, 'page')}. “Print” at the top of its screen, or Ctrl+P, opens all of them as a PDF: {pdf}
    </p>
  </Box>
);
