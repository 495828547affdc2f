import Modal from 'react-bootstrap/Modal';

const KEYS = [
  ['[ and ]', 'zone before, zone after'],
  [', and .', 'to the next shorter, next longer tool'],
  ['g', 'turn the tool: with or against the lay'],
  ['1 … 6', 'side, front, rear, top, face, head'],
  ['0 … 9', 'on a bead: type its length'],
  ['arrows', 'on a bead: a little shorter or longer'],
  ['o', 'go to your own length'],
  ['w', 'why this number'],
  ['c', 'hold to see before'],
  ['/', 'find a dog'],
  ['Ctrl S', 'save the plan'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['?', 'these keys'],
] as const;

export function KeysHelp({ show, onHide }: { readonly show: boolean; readonly onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} centered aria-labelledby="keys-title">
      <Modal.Header closeButton>
        <Modal.Title id="keys-title">Keys</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="keys">
          {KEYS.map(([key, does]) => (
            <div key={key}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
    </Modal>
  );
}
