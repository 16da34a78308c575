import Button, { type ButtonProps } from '@mui/material/Button';

/**
 * A button that its own action may switch off, as one that moves something up until it is the first. It keeps the focus then, so that the
 * next press of the same key does nothing, instead of something else.
 */
export const StayButton = ({ disabled, onClick, className = '', ...props }: ButtonProps) => (
  <Button
    {...props}
    aria-disabled={disabled || props['aria-disabled']}
    className={disabled ? `Mui-disabled ${className}` : className}
    onClick={disabled ? undefined : onClick}
  />
);
