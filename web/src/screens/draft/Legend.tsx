interface LegendProps {
  readonly curlBack: boolean;
  readonly compare: boolean;
  /** The finding that is left out of the line laid over the dog. */
  readonly without: string | null;
  readonly onCurl: () => void;
  readonly onCompare: (on: boolean) => void;
}

/** The kinds of line, and what else the drawing can show. */
export function Legend({ curlBack, compare, without, onCurl, onCompare }: LegendProps) {
  return (
    <div className="legend">
      <span className="key body">body</span>
      <span className="key to-leave">to leave</span>
      <span className="key there-now">there now</span>
      <span className="key standard">standard</span>
      <span className="key line">clip line</span>
      {without !== null && <span className="key without">without {without}</span>}
      <span className="ms-auto d-flex gap-2">
        <button type="button" className="chip" aria-pressed={curlBack} onClick={onCurl}>
          curl back
        </button>
        <button
          type="button"
          className="chip"
          aria-pressed={compare}
          onPointerDown={() => onCompare(true)}
          onPointerUp={() => onCompare(false)}
          onPointerLeave={() => onCompare(false)}
          onClick={(event) => {
            if (event.detail === 0) onCompare(!compare);
          }}
        >
          hold to see the coat now
        </button>
      </span>
    </div>
  );
}
