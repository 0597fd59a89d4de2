"use client";

import { Button } from "antd";

/** A page that failed as a whole. Sheets have a view of their own for that, which keeps the script. */
export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="desk-failed" role="alert">
      <h1>Vertexon failed to show this page</h1>
      <p>Nothing that was saved is lost. Try again, or go back to all sheets.</p>
      <p className="mono quiet">{error.message}</p>
      <p>
        <Button type="primary" onClick={reset}>
          Try again
        </Button>{" "}
        <Button href="/">All sheets</Button>
      </p>
    </main>
  );
}
