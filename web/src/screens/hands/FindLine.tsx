import type { Absent, Find, Hands, LengthUnit, Split } from '@kurrel/core';
import { contradicted, onSheet, readTyped, suggestions, withParts } from '@kurrel/core';
import { MOST_READINGS, typedProblemSentence } from '@kurrel/words';
import { useId, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';
import { absentWord, findWord } from './findWords.ts';

interface FindLineProps {
  readonly hands: Hands;
  readonly unit: LengthUnit;
  /** The places that the trim's lines divide: their parts can be typed. */
  readonly splits: readonly Split[];
  readonly onFinds: (finds: readonly Find[]) => void;
}

/** One answer to what a line may mean. */
interface Answer {
  readonly word: string;
  readonly finds: readonly Find[];
}

/** A finding typed on one line, in the field's words, with what may follow. What can be meant in several ways is asked. */
export function FindLine({ hands, unit, splits, onFinds }: FindLineProps) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const [answers, setAnswers] = useState<readonly Answer[]>([]);
  const named = useMemo(() => withParts(packs, splits), [splits]);
  const offers = answers.length > 0 ? [] : suggestions(text, named, unit);

  const tell = (sentence: string | null, more: readonly Answer[] = []) => {
    setTold(sentence);
    setAnswers(more);
  };
  const put = (finds: readonly Find[]) => {
    const changing = finds.filter(({ kind }) => kind !== 'not-seen');
    if (changing.length > 0) onFinds(changing);
    setText('');
    const unseen = finds.filter((find) => find.kind === 'not-seen' || find.kind === 'absent');
    const nothing = unseen.flatMap(({ what }) =>
      onSheet(hands, what).length === 0 ? [absentWord(what)] : [],
    );
    tell(nothing.length > 0 ? `Not on the sheet anyway: ${nothing.join(', ')}.` : null);
    input.current?.focus();
  };
  const enter = () => {
    const read = readTyped(text, named, unit);
    if (!read.ok) {
      const { problem } = read;
      const readings =
        problem.kind === 'which' && problem.readings.length <= MOST_READINGS ? problem.readings : [];
      const word = (finds: readonly Find[]) => finds.map((find) => findWord(find, unit)).join('; ');
      tell(
        typedProblemSentence(problem, packs.zones, unit),
        readings.map((finds) => ({ word: word(finds), finds })),
      );
      return;
    }
    const there = contradicted(hands, read.finds);
    if (there.length === 0) {
      put(read.finds);
      return;
    }
    const others = read.finds.filter(({ kind }) => kind !== 'not-seen' && kind !== 'absent');
    const gone = (what: Absent): Find => ({ kind: 'absent', what });
    const each = there.map((what) => ({ word: `gone: ${absentWord(what)}`, finds: [...others, gone(what)] }));
    const all = { word: 'all of these are gone', finds: [...others, ...there.map(gone)] };
    tell('That stands on the sheet. What is gone? Nothing was taken off yet.', [
      ...each,
      ...(each.length > 1 ? [all] : []),
      { word: 'none is gone: leave the sheet', finds: others },
    ]);
  };
  return (
    <form
      className="find-line"
      onSubmit={(event) => {
        event.preventDefault();
        enter();
      }}
    >
      <Form.Control
        ref={input}
        id={id}
        value={text}
        aria-label="Type a finding"
        aria-describedby={told ? `${id}-problem` : undefined}
        isInvalid={told !== null}
        autoComplete="off"
        placeholder="mat L ear 4x3 tight 2mm, lump R thigh 12, high behind"
        onChange={(event) => {
          setText(event.target.value);
          tell(null);
        }}
      />
      <Button type="submit" variant="outline-primary">
        Add
      </Button>
      {(told !== null || offers.length > 0) && (
        <div className="offers">
          {told && (
            <span id={`${id}-problem`} className="told" role="alert">
              {told}
            </span>
          )}
          {answers.map(({ word, finds }) => (
            <button key={word} type="button" className="chip" onClick={() => put(finds)}>
              {word}
            </button>
          ))}
          {offers.map((offer) => (
            <button
              key={offer}
              type="button"
              className="chip"
              onClick={() => {
                setText(`${offer} `);
                tell(null);
                input.current?.focus();
              }}
            >
              {offer}
            </button>
          ))}
        </div>
      )}
    </form>
  );
}
