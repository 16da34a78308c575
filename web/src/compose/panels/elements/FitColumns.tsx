import Button from '@mui/material/Button';
import { useState } from 'react';
import { fitColumns } from '../../../api/generated';
import { useCompose } from '../../store/composeStore';
import { findColumn } from '../../document/definition';
import { replaceColumn } from '../../store/edits';
import { requestOf } from '../../session/request';

/** Makes columns as wide as what stands in them, over all rows. */
export function FitColumns({ section, column }: { section: string; column?: string }) {
  const { edit } = useCompose('edit');
  const [busy, setBusy] = useState(false);
  const fit = async () => {
    const report = requestOf(useCompose.getState());
    if (!report) return;
    setBusy(true);
    try {
      const widths = await fitColumns({ body: { report, section } });
      await edit(
        ...widths
          .filter((w) => column === undefined || w.column === column)
          .map(({ column: id, width }) => (now: typeof report.definition) => {
            const newest = findColumn(now, id);
            return newest && newest.width !== width ? replaceColumn({ ...newest, width }) : undefined;
          }),
      );
    } catch (error) {
      useCompose.setState({ failure: (error as Error).message });
    } finally {
      setBusy(false);
    }
  };
  return (
    <Button variant="outlined" disabled={busy} onClick={() => void fit()}>
      {column ? 'Fit it to its contents' : 'Fit columns to contents'}
    </Button>
  );
}
