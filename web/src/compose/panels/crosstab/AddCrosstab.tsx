import Button from '@mui/material/Button';
import type { BandKind, Section } from '../../../api/generated';
import { useAddCrosstab } from '../../store/useAddCrosstab';

/** A button that puts a crosstab into a band, or on a sheet of its own. */
export function AddCrosstab({
  section,
  band,
  level = 0,
  onSheet,
  disabled,
  children,
}: {
  section: Section;
  band: BandKind;
  level?: number;
  onSheet?: boolean;
  disabled?: boolean;
  children: string;
}) {
  const add = useAddCrosstab();
  return (
    <Button variant="outlined" disabled={disabled} onClick={() => add(section.id, band, level, onSheet)}>
      {children}
    </Button>
  );
}
