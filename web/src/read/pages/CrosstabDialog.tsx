import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import type { LinkAction } from '../../api/generated';
import { getCrosstabOptions } from '../../api/generated/@tanstack/react-query.gen';
import { LookDialog } from '../../shell/LookDialog';
import { color } from '../../theme/tokens';
import { CrosstabTable } from './CrosstabTable';

interface Props {
  run: string;
  figure: string;
  onFollow: (action: LinkAction) => void;
  onTrace: (mark: string) => void;
  onClose: () => void;
}

/** A crosstab as a table that is sorted by its headings, opened and closed group by group, walked through by keys, and copied. */
export function CrosstabDialog({ run, figure, onFollow, onTrace, onClose }: Props) {
  const { data, error } = useQuery({ ...getCrosstabOptions({ path: { id: run, figure } }), staleTime: Infinity });
  return (
    <LookDialog title={data?.title ?? 'Crosstab'} wide onClose={onClose}>
      {error && (
        <Box role="alert" sx={{ color: color.problem }}>
          {(error as Error).message}
        </Box>
      )}
      {!data && !error && <Box role="status">Fetching its numbers…</Box>}
      {data && (
        <CrosstabTable
          view={data}
          file={`/api/runs/${run}/crosstabs/${encodeURIComponent(figure)}/csv`}
          onFollow={onFollow}
          onTrace={onTrace}
        />
      )}
    </LookDialog>
  );
}
