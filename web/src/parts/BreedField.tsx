import { useCombobox } from 'downshift';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { breedNames } from '../app/breedNames.ts';

type BreedName = (typeof breedNames)[number];

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
    itemToString: (breed) => breed?.name ?? '',
    onIsOpenChange: ({ isOpen, inputValue }) => {
      if (isOpen) setFound(inputValue === (chosen?.name ?? '') ? breedNames : matching(inputValue ?? ''));
    },
    onInputValueChange: ({ inputValue, type }) => {
      setFound(matching(inputValue));
      if (inputValue === '' && type === useCombobox.stateChangeTypes.InputChange) onBreed('');
    },
    onSelectedItemChange: ({ selectedItem }) => {
      if (selectedItem) onBreed(selectedItem.id);
    },
    stateReducer: (_state, { type, changes }) =>
      type === useCombobox.stateChangeTypes.InputBlur
        ? { ...changes, inputValue: (changes.selectedItem ?? chosen)?.name ?? '' }
        : changes,
  });
  return (
    <Form.Group className="breed-field">
      <Form.Label {...box.getLabelProps()}>{label}</Form.Label>
      <Form.Control
        {...box.getInputProps({ placeholder: 'type a part of its name' })}
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
