import type { ButtonProps } from '@mui/material/Button';
import { color } from '../theme/tokens';
import { StayButton } from './StayButton';

/** A button on the dark bar. */
export function BarButton({ strong, sx, ...props }: ButtonProps & { strong?: boolean; target?: string }) {
  return (
    <StayButton
      {...props}
      variant={strong ? 'contained' : 'outlined'}
      sx={{
        px: 1.5,
        ...(strong
          ? {
              bgcolor: color.panel,
              color: color.ink,
              '&:hover': { bgcolor: '#fff' },
              '&.Mui-disabled': { bgcolor: '#56636A', color: '#C9CED0' },
            }
          : {
              color: color.paper,
              borderColor: '#56636A',
              '&:hover': { borderColor: color.paper },
              '&.Mui-disabled': { color: '#8E989D', borderColor: '#3A474D' },
            }),
        ...sx,
      }}
    />
  );
}
