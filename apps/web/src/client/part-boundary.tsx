"use client";

import { Button } from "antd";
import { Component, type ReactNode } from "react";
import "./client.css";

interface Props {
  /** What the part is called in the message: "the plan". */
  part: string;
  /** The part is tried again when this is another. */
  about?: unknown;
  /** What stands in place of the usual message. */
  fallback?: (error: Error, again: () => void) => ReactNode;
  children: ReactNode;
}

/** A part of the screen that may fail without the rest: then it says what happened, and can be tried again. */
export class PartBoundary extends Component<Props, { error: Error | null; about: unknown }> {
  override state = { error: null as Error | null, about: this.props.about };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  static getDerivedStateFromProps({ about }: Props, state: { about: unknown }) {
    return about === state.about ? null : { error: null, about };
  }

  private readonly again = (): void => this.setState({ error: null });

  override render(): ReactNode {
    const { error } = this.state;
    const { part, fallback, children } = this.props;
    if (!error) return children;
    if (fallback) return fallback(error, this.again);
    return (
      <div className="part-failed" role="alert" data-testid="part-failed">
        <p>
          <strong>Vertexon failed to show {part}.</strong> The script is unharmed: undo the last change, or try again.
        </p>
        <p className="mono quiet">{error.message}</p>
        <Button size="small" onClick={this.again}>
          Try again
        </Button>
      </div>
    );
  }
}
