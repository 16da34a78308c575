import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { Message } from './Message';
import { TopBar } from './TopBar';

export function NotFound() {
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar />
      <Message title="There is nothing at this address">
        <Link to="/">Go to the library</Link>
      </Message>
    </Box>
  );
}
