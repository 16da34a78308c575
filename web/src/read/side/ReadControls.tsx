import Box from '@mui/material/Box';
import { color } from '../../theme/tokens';
import { FindField } from './FindField';
import { PageField } from './PageField';
import type { Side } from './useSide';

/** Finding, and going from page to page, in the report that has the focus. */
export function ReadControls({ side, of }: { side: Side; /** What it is called, where there are two. */ of?: string }) {
  const { ready, sheet, find } = side;
  if (!ready || !sheet) return null;
  return (
    <Box
      role="group"
      aria-label={of ? `Pages of ${of}` : 'Pages'}
      sx={{ ml: 'auto', display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}
    >
      {of && (
        <Box component="span" sx={{ color: color.muted, fontSize: 12, maxWidth: 180, overflow: 'hidden', textOverflow: 'ellipsis' }}>
          in “{of}”
        </Box>
      )}
      <FindField key={ready.reportId} text={find.text} onFind={find.start} onNext={find.next} />
      <PageField page={side.page} pages={sheet.pageCount} complete={ready.pagesComplete} onGo={side.jump} />
    </Box>
  );
}
