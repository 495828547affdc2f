import type { Find } from '@kurrel/core';
import { readTyped, suggestions } from '@kurrel/core';
import { typedProblemSentence } from '@kurrel/words';
import { useId, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';

/** A finding typed on one line, in the field's words, with what may follow. */
export function FindLine({ onFinds }: { readonly onFinds: (finds: readonly Find[]) => void }) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const offers = suggestions(text, packs);

  const enter = () => {
    const read = readTyped(text, packs);
    if (!read.ok) {
      setTold(typedProblemSentence(read.problem, packs.zones));
      return;
    }
    onFinds(read.finds);
    setText('');
    setTold(null);
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
          setTold(null);
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
          {offers.map((offer) => (
            <button
              key={offer}
              type="button"
              className="chip"
              onClick={() => {
                setText(`${offer} `);
                setTold(null);
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
