import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { SearchResult } from '../../api/generated';
import { numbers } from '../../shell/count';
import { Pane } from '../../shell/Pane';
import { color } from '../../theme/tokens';

interface Props {
  text: string;
  result?: SearchResult;
  error?: string;
  /** The index of the place that was gone to last. */
  at: number;
  onGo: (index: number) => void;
  onStop: () => void;
}

/** The places at which a text was found, in the order of the pages. */
export function FoundList({ text, result, error, at, onGo, onStop }: Props) {
  const hits = result?.hits ?? [];
  return (
    <Pane label="Found" region="found" side="left" width={270} isNavigation>
      <Box role="status" sx={{ fontSize: 12, color: error ? color.problem : color.muted, mb: 0.75 }}>
        {error ??
          (!result
            ? `Looking for “${text}”…`
            : hits.length === 0
              ? `“${text}” is not in this report.`
              : `${result.more ? `The first ${hits.length}` : hits.length} place${hits.length === 1 ? '' : 's'} with “${text}”`)}
      </Box>
      {!result && !error && (
        <Button size="small" variant="outlined" onClick={onStop}>
          Stop
        </Button>
      )}
      {hits.map((hit, i) => (
        <Box
          component="button"
          key={i}
          onClick={() => onGo(i)}
          aria-current={i === at ? 'location' : undefined}
          sx={{
            display: 'flex',
            gap: 1,
            width: '100%',
            border: 0,
            borderRadius: 1,
            font: 'inherit',
            textAlign: 'left',
            cursor: 'pointer',
            py: 0.25,
            px: 0.75,
            color: color.ink,
            bgcolor: i === at ? color.mainTint : 'transparent',
            fontWeight: hit.row ? 400 : 700,
            '&:hover': { bgcolor: color.mainTint },
          }}
        >
          <Box
            component="span"
            sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
            title={hit.context ? `${hit.context} · ${hit.text}` : hit.text}
          >
            {hit.context && (
              <Box component="span" sx={{ color: color.muted }}>
                {hit.context} ·{' '}
              </Box>
            )}
            {hit.text}
          </Box>
          <Box component="span" sx={{ fontSize: 11, fontWeight: 400, color: color.muted, whiteSpace: 'nowrap' }}>
            p. {numbers.format(hit.page)}
          </Box>
        </Box>
      ))}
    </Pane>
  );
}
