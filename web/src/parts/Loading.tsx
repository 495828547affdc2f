export function Loading({ what }: { readonly what: string }) {
  return (
    <div className="loading" role="status">
      <span className="loading-rule" aria-hidden="true" />
      Fetching {what} …
    </div>
  );
}
