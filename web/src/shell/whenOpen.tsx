import MuiDialog, { type DialogProps } from '@mui/material/Dialog';
import MuiMenu, { type MenuProps } from '@mui/material/Menu';
import MuiPopover, { type PopoverProps } from '@mui/material/Popover';
import { typeAhead, typedSpace } from './typeAhead';

// There are dozens of these on a screen, nearly all of them closed, and each would work out its looks whenever something around it
// changes. What is closed is not there.

export const Menu = (props: MenuProps) =>
  props.open ? <MuiMenu onKeyDownCapture={typeAhead} onKeyUpCapture={typedSpace} {...props} /> : null;

export const Popover = (props: PopoverProps) => (props.open ? <MuiPopover {...props} /> : null);

export const Dialog = (props: DialogProps) => (props.open ? <MuiDialog {...props} /> : null);
