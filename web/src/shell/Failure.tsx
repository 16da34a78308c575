import Button from '@mui/material/Button';
import { Component, type ReactNode } from 'react';
import { Main } from './Main';
import { Message } from './Message';

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
          {this.state.error.message}
          <Button variant="outlined" onClick={() => window.location.reload()}>
            Load it again
          </Button>
        </Message>
      </Main>
    );
  }
}
