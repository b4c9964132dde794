import { Component, type ReactNode } from 'react';
import { BadAddress } from './question';

interface RoomBoundaryProps {
  /** Where the room is; another place is another try. */
  place: string;
  /** The address of the room as it opens by itself. */
  start: string;
  children: ReactNode;
}

interface RoomBoundaryState {
  fault: Error | undefined;
  place: string;
}

/** Keeps a fault of one room from taking the whole page with it: says what failed, and offers ways on. */
export class RoomBoundary extends Component<RoomBoundaryProps, RoomBoundaryState> {
  constructor(props: RoomBoundaryProps) {
    super(props);
    this.state = { fault: undefined, place: props.place };
  }

  static getDerivedStateFromError(fault: unknown): Partial<RoomBoundaryState> {
    return { fault: fault instanceof Error ? fault : new Error(String(fault)) };
  }

  static getDerivedStateFromProps(props: RoomBoundaryProps, state: RoomBoundaryState) {
    return props.place === state.place ? null : { fault: undefined, place: props.place };
  }

  override render() {
    const { fault } = this.state;
    if (!fault) return this.props.children;
    const isAddress = fault instanceof BadAddress;
    return (
      <div className="empty-room" role="alert">
        <p className="serif">
          {isAddress
            ? `The address holds ${fault.message}.`
            : `This room could not be shown: ${fault.message}`}
        </p>
        <p>
          <a href={this.props.start}>Open the room as it starts</a>
          {!isAddress && (
            <>
              ,{' '}
              <button className="word" onClick={() => this.setState({ fault: undefined })}>
                try again
              </button>
              ,
            </>
          )}{' '}
          or go to another room above.
        </p>
      </div>
    );
  }
}
