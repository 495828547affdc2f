interface ChipsProps<T extends string | number> {
  readonly label: string;
  readonly options: readonly (readonly [T, string])[];
  /** Null where none is pressed; undefined where they are acts and none can be. */
  readonly chosen?: T | null;
  readonly className?: string;
  readonly onChoose: (option: T) => void;
}

/** A few words side by side, one of them pressed. */
export function Chips<T extends string | number>(props: ChipsProps<T>) {
  const { label, options, chosen, className = 'sides', onChoose } = props;
  return (
    <div className={className} role="group" aria-label={label}>
      {options.map(([option, word]) => (
        <button
          key={option}
          type="button"
          className="chip"
          aria-pressed={chosen === undefined ? undefined : chosen === option}
          onClick={() => onChoose(option)}
        >
          {word}
        </button>
      ))}
    </div>
  );
}
