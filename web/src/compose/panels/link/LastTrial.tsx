import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { getLinkMapOptions } from '../../../api/generated/@tanstack/react-query.gen';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { notTried } from '../../../shell/notTried';
import { when } from '../../../shell/when';

/** How a link came out when it was tried last. */
export function LastTrial({ on, index }: { on: string; index: number }) {
  const { id, version } = useCompose('id', 'version');
  const map = useQuery({ ...getLinkMapOptions(), staleTime: 10_000 });
  // The map knows links that are saved: one that was tried before is found there once it is.
  const { refetch } = map;
  const saved = useRef(version);
  useEffect(() => {
    if (saved.current !== version) void refetch();
    saved.current = version;
  }, [version, refetch]);
  const trial = map.data?.links.find((l) => l.from === id && l.on === on && l.index === index)?.trial;
  if (!trial) return null;
  const { differ, tried, compared, triedAt, since } = trial;
  if (since !== 'nothing')
    return (
      <Box component="span" sx={{ fontSize: 12, color: color.muted }}>
        {notTried(since)}
      </Box>
    );
  return (
    <Box component="span" sx={{ fontSize: 12, color: differ > 0 ? color.problem : color.fine }}>
      {differ > 0 ? `${differ} of ${tried} did not fit` : compared ? `all ${tried} added up to ${compared}` : `all ${tried} opened`},{' '}
      {when(triedAt)}
    </Box>
  );
}
