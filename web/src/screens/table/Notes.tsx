import { useState } from 'react';
import type { Saying } from './Asking.tsx';

const NOTES = ['good as gold', 'sensitive here', 'pulls away', 'coat thinner than it looks', 'ask the owner'];

/** A note of the step in hand, or of the visit where none is: said in one touch, or typed. */
export function Notes({ task, onSay }: { readonly task: string | null } & Saying) {
  const [text, setText] = useState('');
  return (
    <>
      <div className="answers">
        {NOTES.map((word) => (
          <button
            key={word}
            type="button"
            className="table-key"
            onClick={() => onSay({ kind: 'note', task, text: word })}
          >
            {word}
          </button>
        ))}
      </div>
      <form
        className="table-field"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') onSay({ kind: 'note', task, text: text.trim().slice(0, 300) });
        }}
      >
        <label htmlFor="table-note">Or in your own words</label>
        <input
          id="table-note"
          value={text}
          maxLength={300}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="submit" className="table-key">
          Keep it
        </button>
      </form>
    </>
  );
}
