import Box from '@mui/material/Box';
import type { DataType } from '../api/generated';
import { color } from '../theme/tokens';

const signs: Partial<Record<DataType, string>> = {
  text: 'a',
  whole: '1',
  decimal: '1.0',
  double: '1.0',
  date: 'd',
  dateTime: 'd',
  bool: '✓',
};

/** What stands before a field in a list: the kind of its values, ƒ where they are worked out. */
export const FieldSign = ({ type, worked }: { type: DataType; worked?: boolean }) => <Sign>{worked ? 'ƒ' : (signs[type] ?? '?')}</Sign>;

export const Sign = ({ children }: { children: string }) => (
  <Box
    component="span"
    aria-hidden
    sx={{
      flex: 'none',
      width: 24,
      height: 18,
      lineHeight: '16px',
      textAlign: 'center',
      fontSize: 11,
      fontWeight: 600,
      color: color.main,
      bgcolor: color.paper,
      border: `1px solid ${color.line}`,
      borderRadius: 0.75,
    }}
  >
    {children}
  </Box>
);
