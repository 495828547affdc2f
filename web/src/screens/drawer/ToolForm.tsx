import { yupResolver } from '@hookform/resolvers/yup';
import type { Tool, ToolFacts } from '@kurrel/contract';
import { toolSchema } from '@kurrel/contract';
import { byId, formatLength } from '@kurrel/core';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { useAddToolMutation, useSaveToolMutation } from '../../app/api/drawer.ts';
import { problemOf } from '../../app/api/problem.ts';
import { notify } from '../../app/noticeSlice.ts';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { AfterMeasure } from '../../parts/AfterMeasure.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

interface ToolFormProps {
  readonly tool: Tool | null;
  readonly coatType: string;
  readonly onClose: () => void;
}

/** One tool: its kind, the label it is called by, what it measures, and an after-measure to learn from. */
export function ToolForm({ tool, coatType, onClose }: ToolFormProps) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [addTool, added] = useAddToolMutation();
  const [saveTool, saved] = useSaveToolMutation();
  const { register, control, handleSubmit, formState } = useForm<ToolFacts>({
    resolver: yupResolver(toolSchema),
    defaultValues: tool ?? { kindId: '', label: '', lengthMm: null, dull: false, atHand: true, hand: null },
  });
  const { errors } = formState;
  const kindId = useWatch({ control, name: 'kindId' });
  const kind = kindId === '' ? null : byId('tool kind', packs.tools.kinds, kindId);
  const error = added.error ?? saved.error;

  const submit = handleSubmit(async (facts) => {
    const answer = tool
      ? await saveTool({ id: tool.id, version: tool.version, facts })
      : await addTool(facts);
    if (!answer.data) return;
    dispatch(notify({ text: `${answer.data.label} is in the drawer.` }));
    onClose();
  });

  return (
    <Modal show onHide={onClose} centered aria-labelledby="tool-title">
      <Modal.Header closeButton>
        <Modal.Title id="tool-title">{tool ? tool.label : 'A tool for the drawer'}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {error !== undefined && <ProblemNote problem={problemOf(error)} />}
        <Form noValidate id="tool-form" className="grid" onSubmit={(event) => void submit(event)}>
          <Form.Group controlId="kindId">
            <Form.Label>Kind</Form.Label>
            <Form.Select isInvalid={!!errors.kindId} {...register('kindId')}>
              <option value="">choose</option>
              {packs.tools.kinds.map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
            </Form.Select>
            <Form.Control.Feedback type="invalid">{errors.kindId?.message}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group controlId="label">
            <Form.Label>Your label</Form.Label>
            <Form.Control isInvalid={!!errors.label} {...register('label')} />
            <Form.Control.Feedback type="invalid">{errors.label?.message}</Form.Control.Feedback>
          </Form.Group>
          {kind?.nominalMm != null && (
            <Controller
              control={control}
              name="lengthMm"
              render={({ field }) => (
                <LengthField
                  label="Leaves, as you measured it"
                  mm={field.value}
                  unit={unit}
                  placeholder={`usual: ${formatLength(kind.nominalMm ?? 0, unit)}`}
                  onLength={field.onChange}
                  onEmpty={() => field.onChange(null)}
                />
              )}
            />
          )}
          {kind?.handed === true && (
            <Form.Group controlId="hand">
              <Form.Label>Made for</Form.Label>
              <Form.Select {...register('hand', { setValueAs: (value: string | null) => value || null })}>
                <option value="">either hand</option>
                <option value="right">the right hand</option>
                <option value="left">the left hand</option>
              </Form.Select>
            </Form.Group>
          )}
          <Form.Group className="checks">
            <Form.Check id="dull" label="dull" {...register('dull')} />
            <Form.Check id="atHand" label="at hand" {...register('atHand')} />
          </Form.Group>
        </Form>
        {tool && kind?.nominalMm != null && <AfterMeasure toolId={tool.id} coatType={coatType} />}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-secondary" onClick={onClose}>
          Close
        </Button>
        <Button type="submit" form="tool-form" disabled={added.isLoading || saved.isLoading}>
          {tool ? 'Save the tool' : 'Put it in'}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
