/**
 * The line protocol of a coat gauge. One line of text a message, the first word says what it is:
 *
 *     HELLO kurrel-gauge/1 serial=SIM-0007
 *     LEN <seq> <mm>
 *     FAULT <words>
 *     BYE
 *
 * `seq` counts up by one from 1 within a session, so that a gap is seen; lines with unknown first words are for later
 * versions and are passed over. Over Server-Sent Events each line is one event's data and `seq` its id.
 */
export type GaugeLine =
  | { readonly kind: 'hello'; readonly version: number; readonly serial: string }
  | { readonly kind: 'length'; readonly seq: number; readonly mm: number }
  | { readonly kind: 'fault'; readonly words: string }
  | { readonly kind: 'bye' }
  | { readonly kind: 'unknown'; readonly line: string };

const LONGEST_MM = 400;

export function readGaugeLine(line: string): GaugeLine {
  const [word, ...rest] = line.trim().split(/\s+/);
  switch (word) {
    case 'HELLO': {
      const version = Number(rest[0]?.match(/^kurrel-gauge\/(\d+)$/)?.[1]);
      const serial = rest.find((part) => part.startsWith('serial='))?.slice('serial='.length) ?? '';
      return Number.isInteger(version) ? { kind: 'hello', version, serial } : { kind: 'unknown', line };
    }
    case 'LEN': {
      const seq = Number(rest[0]);
      const mm = Number(rest[1]);
      const fine = Number.isInteger(seq) && seq > 0 && mm > 0 && mm <= LONGEST_MM;
      return fine ? { kind: 'length', seq, mm } : { kind: 'unknown', line };
    }
    case 'FAULT':
      return { kind: 'fault', words: rest.join(' ') };
    case 'BYE':
      return { kind: 'bye' };
    default:
      return { kind: 'unknown', line };
  }
}

export const gaugeLine = {
  hello: (serial: string) => `HELLO kurrel-gauge/1 serial=${serial}`,
  length: (seq: number, mm: number) => `LEN ${seq} ${mm.toFixed(1)}`,
  fault: (words: string) => `FAULT ${words}`,
  bye: () => 'BYE',
} as const;
