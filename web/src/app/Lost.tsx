import { Link } from 'react-router';

/** An address that leads nowhere, or a screen that broke. */
export function Lost() {
  return (
    <main className="container py-5">
      <h1>This page cannot be shown</h1>
      <p>The address may be old, or something broke while drawing it. What you saved is safe.</p>
      <Link to="/">Back to today</Link>
    </main>
  );
}
