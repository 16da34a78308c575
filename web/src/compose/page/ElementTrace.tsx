import { useSnackbar } from 'notistack';
import { memo, useEffect } from 'react';
import { api } from '../../api/client';
import { trace, useTraced } from '../../trace/traced';
import { useCommand } from '../document/commands';
import { useCompose } from '../store/composeStore';
import { selectedIds } from '../store/selected';
import { requestOf } from '../session/request';
import type { SessionState } from '../session/types';

/** The mark of a chart that is chosen, as its picture names it. */
function markOf({ view, selection }: SessionState): string | null {
  const mark = selection.kind === 'element' ? selection.part?.match(/^mark (\d+)$/)?.[1] : undefined;
  const chart = view?.bands.flatMap((b) => b.charts).find((c) => selection.kind === 'element' && c.id === selection.id);
  return mark && chart ? `${chart.figure}-${mark}` : null;
}

/** Asks where what the selected element shows here comes from. */
export const ElementTrace = memo(function ElementTrace() {
  const { enqueueSnackbar } = useSnackbar();
  // What is traced is as it was; another selection has settings of its own to show.
  const { definition, selection } = useCompose('definition', 'selection');
  useEffect(() => useTraced.setState({ shown: undefined }), [definition, selection]);
  useCommand('trace', () => {
    const now = useCompose.getState();
    const [id] = selectedIds(now.selection);
    const printed = now.view?.bands.flatMap((b) => b.elements).find((e) => e.id === id)?.printed;
    const report = requestOf(now);
    if (!printed || !report) return;
    const place = { ...printed, mark: markOf(now) };
    api.composeTrace({ report, place }).then(
      ({ run }) => trace(run, place),
      (error: Error) => enqueueSnackbar(error.message, { variant: 'info' }),
    );
  });
  return null;
});
