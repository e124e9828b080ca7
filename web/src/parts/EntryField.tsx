import { FieldError, Input, Label, TextArea, TextField } from "react-aria-components";
import styled from "styled-components";

interface Props {
  label: string;
  value: string;
  onChange: (text: string) => void;
  unit?: string;
  error?: string;
  lines?: number;
  onEnter?: () => void;
}

/** A line (or a few) to write in, with its unit and what is wrong with it. */
export function EntryField({ label, value, onChange, unit, error, lines, onEnter }: Props) {
  return (
    // "aria": told, but never by the browser's own check, which would hold back a form that was mended.
    <Field as={TextField} value={value} onChange={onChange} isInvalid={Boolean(error)} validationBehavior="aria">
      <Label>
        {label}
        {unit && <small> {unit}</small>}
      </Label>
      {lines ? (
        <TextArea rows={lines} />
      ) : (
        <Input inputMode={unit ? "decimal" : "text"} onKeyDown={(event) => event.key === "Enter" && onEnter?.()} />
      )}
      <FieldError>{error}</FieldError>
    </Field>
  );
}

const Field = styled.div`
  display: grid;
  gap: 2px;
  font-size: 0.875rem;
  align-content: start;
  label {
    color: ${({ theme }) => theme.quiet};
  }
  input,
  textarea {
    background: ${({ theme }) => theme.raised};
    border: 1.5px solid ${({ theme }) => theme.quiet};
    padding: 4px 8px;
    width: 100%;
    min-width: 0;
    font: inherit;
    resize: vertical;
    &[data-invalid] {
      border-color: ${({ theme }) => theme.state.fails};
    }
  }
  .react-aria-FieldError {
    color: ${({ theme }) => theme.stateText.fails};
    line-height: 1.2;
  }
`;
