import Button from '@mui/material/Button';
import { Component, type ReactNode } from 'react';
import { Main } from './Main';
import { Message } from './Message';

/** Browsers say it in words of their own, and all of them speak of a module. */
const wordsFor = (error: Error) =>
  error instanceof TypeError && /module/i.test(error.message)
    ? 'Its program did not arrive: the server does not answer, or runs a newer version by now. What was saved is safe.'
    : `Something in it could not be drawn (${error.message}). What was saved is safe.`;

/** Stands in for a screen that failed to arrive or to be drawn, with a way on; otherwise all of the page would go blank. */
export class Failure extends Component<{ children: ReactNode }, { error?: Error }> {
  state: { error?: Error } = {};

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  render() {
    if (!this.state.error) return this.props.children;
    return (
      <Main sx={{ height: '100%' }}>
        <Message problem title="This screen cannot be shown">
          {wordsFor(this.state.error)}
          <Button variant="outlined" onClick={() => window.location.reload()}>
            Load it again
          </Button>
          <Button href="/">Go to the library</Button>
        </Message>
      </Main>
    );
  }
}
