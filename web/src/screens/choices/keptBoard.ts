/** Another trim put in a slot of the board by the groomer. */
export interface Swap {
  readonly trimId: string;
  readonly lean: 'shorter' | 'as-drawn' | 'longer';
}

export interface KeptBoard {
  readonly swaps: Readonly<Record<number, Swap | null>>;
  readonly picked: number | null;
  /** Null until somebody types a name; then whatever stands there, even nothing. */
  readonly signedBy: string | null;
}

const EMPTY: KeptBoard = { swaps: {}, picked: null, signedBy: null };
const key = (visitId: string) => `kurrel.board.${visitId}`;

/** What was swapped, picked and typed on the board outlives a reload. */
export const keptBoard = {
  read(visitId: string): KeptBoard {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(key(visitId)) ?? 'null');
      return typeof kept === 'object' && kept !== null ? { ...EMPTY, ...kept } : EMPTY;
    } catch {
      return EMPTY;
    }
  },
  write(visitId: string, board: KeptBoard): void {
    localStorage.setItem(key(visitId), JSON.stringify(board));
  },
  forget(visitId: string): void {
    localStorage.removeItem(key(visitId));
  },
};
