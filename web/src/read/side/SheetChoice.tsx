import Box from '@mui/material/Box';
import type { SheetInfo } from '../../api/generated';
import { color } from '../../theme/tokens';

/** The sheets of a report; nothing while there is only one. */
export function SheetChoice({ sheets, shown, onPick }: { sheets: SheetInfo[]; shown: string; onPick: (sheet: string) => void }) {
  if (sheets.length < 2) return null;
  return (
    <Box
      role="tablist"
      aria-label="Sheets"
      sx={{ display: 'flex', gap: 0.5, px: 1.75, flex: 'none', bgcolor: color.panel, borderBottom: `1px solid ${color.line}` }}
    >
      {sheets.map((sheet) => (
        <Box
          component="button"
          type="button"
          role="tab"
          key={sheet.id}
          aria-selected={sheet.id === shown}
          onClick={() => onPick(sheet.id)}
          sx={{
            font: 'inherit',
            fontWeight: 600,
            height: 30,
            px: 1.5,
            border: 0,
            cursor: 'pointer',
            bgcolor: 'transparent',
            color: color.muted,
            '&[aria-selected=true]': { color: color.main, boxShadow: `inset 0 -2px ${color.main}` },
          }}
        >
          {sheet.name}
        </Box>
      ))}
    </Box>
  );
}
