import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { useEraseOwnerMutation, useExportOwnerMutation } from '../../app/api/dogs.ts';
import { problemOf } from '../../app/api/problem.ts';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch } from '../../app/store.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

/** What an owner may ask for: a copy of what is kept about them, and that their name goes. */
export function Owner({ owner }: { readonly owner: string }) {
  const dispatch = useAppDispatch();
  const [copy, copied] = useExportOwnerMutation();
  const [erase, erased] = useEraseOwnerMutation();
  const [asking, setAsking] = useState(false);
  const error = copied.error ?? erased.error;
  const download = async () => {
    const answer = await copy(owner);
    if (answer.data === undefined) return;
    const file = new Blob([JSON.stringify(answer.data, null, 2)], { type: 'application/json' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = 'owner.json';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const remove = async () => {
    const answer = await erase(owner);
    setAsking(false);
    if (answer.data !== undefined) {
      dispatch(notify({ text: `The name is gone from ${answer.data.dogs} dogs and from what was signed.` }));
    }
  };
  return (
    <section aria-label="What the owner may ask for" className="mt-4">
      <h2>If {owner} asks</h2>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      <div className="sides">
        <Button variant="outline-secondary" disabled={copied.isLoading} onClick={() => void download()}>
          Copy all that is kept
        </Button>
        <Button variant="outline-danger" onClick={() => setAsking(true)}>
          Erase the name
        </Button>
      </div>
      <Modal show={asking} onHide={() => setAsking(false)} centered aria-labelledby="erase-title">
        <Modal.Header>
          <Modal.Title id="erase-title">Erase {owner}?</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          The name goes from every dog of theirs and the signature from every consent. Dogs and visits stay.
          This cannot be taken back.
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-danger" disabled={erased.isLoading} onClick={() => void remove()}>
            Erase it
          </Button>
          <Button autoFocus onClick={() => setAsking(false)}>
            Keep it
          </Button>
        </Modal.Footer>
      </Modal>
    </section>
  );
}
