import type { Signature } from '@kurrel/contract';
import { useEffect, useRef } from 'react';
import Button from 'react-bootstrap/Button';
import Pad from 'signature_pad';

/** A pad to sign on with finger, pen or mouse; gives the strokes, or null when it is empty. */
export function SignaturePad({
  onSignature,
}: {
  readonly onSignature: (signature: Signature | null) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const tell = useRef(onSignature);
  tell.current = onSignature;
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const ratio = window.devicePixelRatio || 1;
    const { clientWidth: width, clientHeight: height } = element;
    element.width = width * ratio;
    element.height = height * ratio;
    element.getContext('2d')?.scale(ratio, ratio);
    const own = new Pad(element, { penColor: '#20302f' });
    pad.current = own;
    own.addEventListener('endStroke', () => {
      const strokes = own
        .toData()
        .map(({ points }) => points.flatMap(({ x, y }) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]))
        .filter((points) => points.length >= 2);
      tell.current({ width, height, strokes });
    });
    return () => own.off();
  }, []);
  return (
    <div className="pad">
      <canvas ref={canvas} aria-label="Signature" role="img" />
      <Button
        size="sm"
        variant="outline-secondary"
        onClick={() => {
          pad.current?.clear();
          onSignature(null);
        }}
      >
        Clear the pad
      </Button>
    </div>
  );
}
