import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DesktopDatePicker } from '@mui/x-date-pickers/DesktopDatePicker';
import { DesktopDateTimePicker } from '@mui/x-date-pickers/DesktopDateTimePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { enGB } from 'date-fns/locale/en-GB';
import { color } from '../../theme/tokens';
import { readDay, writeDay } from './days';

interface Props {
  label: string;
  /** As 2025-01-31 or 2025-01-31 06:15; empty for none. */
  value: string;
  time?: boolean;
  clearable?: boolean;
  /** Called with every whole date, and with nothing once the field is emptied. */
  onChange: (value: string) => void;
}

const slotProps = {
  openPickerButton: { size: 'small', sx: { p: 0.25, color: color.muted, '& svg': { fontSize: 16 } } },
  clearButton: { sx: { p: 0.25, '& svg': { fontSize: 14 } } },
} as const;

const style = {
  '& .MuiPickersInputBase-root': { fontSize: 13, fontFamily: 'inherit' },
  '& .MuiPickersInputBase-sectionsContainer': { py: 0 },
};

/** A date with its calendar, typed part by part too. The month is a word, so nobody takes it for the day. */
export default function DateField({ label, value, time, clearable = false, onChange }: Props) {
  const take = (date: Date | null) => {
    if (date === null) onChange('');
    // While a year is being typed it is a year of long ago.
    else if (!Number.isNaN(date.getTime()) && date.getFullYear() >= 1000) onChange(writeDay(date, time));
  };
  const common = {
    value: readDay(value),
    onChange: take,
    slotProps: {
      ...slotProps,
      field: { clearable },
      textField: { variant: 'standard', slotProps: { input: { disableUnderline: true }, htmlInput: { 'aria-label': label } } },
    },
  } as const;
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      {time ? (
        <DesktopDateTimePicker {...common} format="d MMM yyyy HH:mm" ampm={false} sx={{ ...style, width: 176 }} />
      ) : (
        <DesktopDatePicker {...common} format="d MMM yyyy" sx={{ ...style, width: 132 }} />
      )}
    </LocalizationProvider>
  );
}
