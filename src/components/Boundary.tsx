import { Component, type ReactNode } from 'react';
import { Button } from './Button';
import { Note } from './Note';

interface Props {
  /** What is shown inside, as it stands in a sentence: "the station Trace". */
  what: string;
  /** Shown in the place of what broke, beside the words; a way back for what lies over the page. */
  onClose?: () => void;
  children: ReactNode;
}

/** Holds what breaks inside it: the rest of the page stays, with words and a way on in its place. */
export class Boundary extends Component<Props, { error: Error | null }> {
  override state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: Error): { error: Error } {
    return { error };
  }

  override componentDidCatch(error: Error): void {
    console.error(error);
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    const { what, onClose } = this.props;
    return (
      <Broken
        words={`Something went wrong in ${what} (${error.message.slice(0, 160)}). Your work is kept.`}
        onAgain={() => this.setState({ error: null })}
        {...(onClose ? { onClose } : {})}
      />
    );
  }
}

/** What stands in the place of a part that broke or could not be loaded. */
export function Broken({ words, onAgain, onClose }: { words: string; onAgain: () => void; onClose?: () => void }) {
  return (
    <Note stop>
      <p>{words}</p>
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.5rem', marginTop: '0.6rem' }}>
        <Button onClick={onAgain}>Try again</Button>
        <Button onClick={() => window.location.reload()}>Reload the page</Button>
        {onClose && <Button onClick={onClose}>Close</Button>}
      </p>
    </Note>
  );
}
