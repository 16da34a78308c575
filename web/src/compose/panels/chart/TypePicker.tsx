import Box from '@mui/material/Box';
import { Popover } from '../../../shell/whenOpen';
import { useEffect, useState } from 'react';
import { api } from '../../../api/client';
import { gridKeys } from '../../../focus/gridKeys';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { requestOf } from '../../session/request';
import { useChartChoices } from '../../document/choices';

/** The blank for the type: a sheet of the author's own rows as every type draws them, with the reason where one does not suit. */
export function TypePicker({ chart, value, onPick }: { chart: string; value: string; onPick: (type: string) => void }) {
  const { types } = useChartChoices();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const unsuited = useCompose((s) => s.view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart)?.unsuited) ?? {};
  const previews = usePreviews(chart, anchor !== null);
  const words = types.find((t) => t.id === value)?.words ?? value;
  const close = () => setAnchor(null);
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-label={`Type of chart: ${words}`}
        aria-haspopup="dialog"
        onClick={(e: React.MouseEvent<HTMLElement>) => setAnchor(e.currentTarget)}
        sx={{
          font: 'inherit',
          fontWeight: 700,
          border: 0,
          p: 0,
          bgcolor: 'transparent',
          cursor: 'pointer',
          color: color.main,
          textAlign: 'left',
          textDecoration: 'underline',
          textDecorationThickness: 2,
          textUnderlineOffset: 4,
          '&:hover': { bgcolor: color.mainTint },
        }}
      >
        {words}
      </Box>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { 'aria-label': 'Types of charts', role: 'dialog', sx: { p: 1, maxHeight: 520, width: 640 } } }}
      >
        <Box
          onKeyDown={gridKeys}
          sx={{ position: 'relative', display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(142px, 1fr))', gap: 0.75 }}
        >
          {types.map((type) => (
            <Box
              component="button"
              type="button"
              key={type.id}
              autoFocus={type.id === value}
              tabIndex={type.id === value ? 0 : -1}
              aria-pressed={type.id === value}
              onClick={() => {
                close();
                onPick(type.id);
              }}
              sx={{
                font: 'inherit',
                fontSize: 12,
                display: 'flex',
                flexDirection: 'column',
                textAlign: 'left',
                p: 0.5,
                border: `1px solid ${color.line}`,
                borderRadius: 1,
                bgcolor: color.paper,
                color: color.ink,
                cursor: 'pointer',
                '&:hover': { bgcolor: color.mainTint },
                '&[aria-pressed=true]': { borderColor: color.main, borderWidth: 2, p: '3px' },
              }}
            >
              <Box
                aria-hidden
                sx={{
                  width: '100%',
                  height: 84,
                  mb: 0.5,
                  overflow: 'hidden',
                  opacity: unsuited[type.id] ? 0.35 : 1,
                  '& svg': { width: '100%', height: 84 },
                }}
                dangerouslySetInnerHTML={{ __html: previews[type.id] ?? '' }}
              />
              {type.words}
              {unsuited[type.id] && <Box sx={{ color: color.muted, fontSize: 11 }}>{unsuited[type.id]}</Box>}
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}

/** Small pictures of the chart by the id of their type; drawn anew each time the sheet is opened. */
function usePreviews(chart: string, open: boolean): Record<string, string> {
  const [previews, setPreviews] = useState<Record<string, string>>({});
  useEffect(() => {
    if (!open) return;
    const halt = new AbortController();
    const report = requestOf(useCompose.getState());
    if (!report) return;
    api.previewCharts({ report, chart }, halt.signal).then(
      setPreviews,
      // Without pictures the types can still be chosen by their words.
      () => undefined,
    );
    return () => halt.abort();
  }, [chart, open]);
  return previews;
}
