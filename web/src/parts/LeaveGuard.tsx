import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { useBlocker } from 'react-router';

/** Asks before a form with edits is left, inside Kurrel and by closing the page. */
export function LeaveGuard({ edits }: { readonly edits: boolean }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => edits && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!edits) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [edits]);
  const stay = () => blocker.state === 'blocked' && blocker.reset();
  return (
    <Modal show={blocker.state === 'blocked'} onHide={stay} centered aria-labelledby="leave-title">
      <Modal.Header>
        <Modal.Title id="leave-title">What you typed is not saved</Modal.Title>
      </Modal.Header>
      <Modal.Body>Leave this page and let it go, or stay and save it?</Modal.Body>
      <Modal.Footer>
        <Button variant="outline-danger" onClick={() => blocker.state === 'blocked' && blocker.proceed()}>
          Leave
        </Button>
        <Button autoFocus onClick={stay}>
          Stay
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
