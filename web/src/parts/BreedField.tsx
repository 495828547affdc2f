import { useCombobox } from 'downshift';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { breedNames } from '../app/breedNames.ts';

type BreedName = (typeof breedNames)[number];
const { InputKeyDownEscape, InputChange } = useCombobox.stateChangeTypes;
const named = (breed: BreedName | null): string => breed?.name ?? '';

interface BreedFieldProps {
  readonly id: string;
  readonly label: string;
  readonly breedId: string;
  readonly error: string | undefined;
  readonly onBreed: (breedId: string) => void;
}

/** A breed by typing any part of its name; what is typed and names none is taken back when the field is left. */
export function BreedField({ id, label, breedId, error, onBreed }: BreedFieldProps) {
  const chosen = breedNames.find((breed) => breed.id === breedId) ?? null;
  const [found, setFound] = useState(breedNames);
  const box = useCombobox<BreedName>({
    id,
    inputId: id,
    items: [...found],
    selectedItem: chosen,
    itemToString: named,
    onIsOpenChange: ({ isOpen, inputValue }) => {
      if (isOpen) setFound(inputValue === named(chosen) ? breedNames : matching(inputValue ?? ''));
    },
    onInputValueChange: ({ inputValue, type }) => {
      setFound(matching(inputValue));
      if (inputValue === '' && type === InputChange) onBreed('');
    },
    onSelectedItemChange: ({ selectedItem }) => {
      if (selectedItem) onBreed(selectedItem.id);
    },
    // Leaving the field or its list takes back what names no breed, and never what was chosen.
    stateReducer: (_state, { type, changes }) =>
      type === InputKeyDownEscape ? { ...changes, selectedItem: chosen, inputValue: named(chosen) } : changes,
  });
  return (
    <Form.Group className="breed-field">
      <Form.Label {...box.getLabelProps()}>{label}</Form.Label>
      <Form.Control
        {...box.getInputProps({
          placeholder: 'type a part of its name',
          onBlur: () => box.setInputValue(named(chosen)),
        })}
        isInvalid={error !== undefined}
        aria-describedby={error === undefined ? undefined : `${id}-error`}
      />
      <Form.Control.Feedback type="invalid" id={`${id}-error`}>
        {error}
      </Form.Control.Feedback>
      <ul {...box.getMenuProps()} className={box.isOpen ? 'options' : 'options closed'}>
        {box.isOpen &&
          found.map((breed, index) => (
            <li
              key={breed.id}
              className={box.highlightedIndex === index ? 'here' : ''}
              {...box.getItemProps({ item: breed, index })}
            >
              {breed.name}
            </li>
          ))}
        {box.isOpen && found.length === 0 && (
          <li className="none">No breed of that name here: choose the one with the nearest coat.</li>
        )}
      </ul>
    </Form.Group>
  );
}

const matching = (typed: string): readonly BreedName[] =>
  breedNames.filter(({ name }) => name.toLowerCase().includes(typed.trim().toLowerCase()));
