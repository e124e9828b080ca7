import type { ReactNode } from "react";
import { Dialog, Modal, ModalOverlay } from "react-aria-components";
import styled from "styled-components";
import { MainButton, PlainButton, Quiet } from "./parts";

interface Props {
  label: string;
  /** Where one is: "Step 3 of 9". */
  place: string;
  close: () => void;
  /** One back or one on, to look. */
  go: (way: 1 | -1) => void;
  isFirst: boolean;
  /** What the space bar and the button at the foot do, and what that button says. */
  onward: () => void;
  onwardWords: string;
  /** Which keys do what. */
  hint: string;
  /** Keys of its own; true for one that it took. */
  takesKey?: (event: React.KeyboardEvent) => boolean;
  children: ReactNode;
}

/** One thing on the whole screen, large enough for the back of a room; it gives the focus back when it closes. */
export function WholeScreen(props: Props) {
  const { label, place, close, go, isFirst, onward, onwardWords, hint, takesKey, children } = props;
  const keys = (event: React.KeyboardEvent) => {
    const { key } = event;
    // On a button, space presses that button.
    const onButton = (event.target as HTMLElement).tagName === "BUTTON";
    if (takesKey?.(event)) event.preventDefault();
    else if (key === "ArrowRight" || key === "PageDown") go(1);
    else if (key === "ArrowLeft" || key === "PageUp") go(-1);
    else if (key === " " && !onButton) onward();
    else return;
    event.preventDefault();
  };
  return (
    <Whole isOpen onOpenChange={(open) => !open && close()}>
      <Modal>
        <Dialog aria-label={label}>
          <Page onKeyDown={keys}>
            <header>
              <Quiet aria-live="polite">{place}</Quiet>
              <PlainButton onPress={close}>Close</PlainButton>
            </header>
            {children}
            <footer>
              <PlainButton isDisabled={isFirst} onPress={() => go(-1)}>
                ← Back
              </PlainButton>
              <MainButton autoFocus onPress={onward}>
                {onwardWords}
              </MainButton>
              <Quiet>{hint}</Quiet>
            </footer>
          </Page>
        </Dialog>
      </Modal>
    </Whole>
  );
}

const Whole = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  background: ${({ theme }) => theme.ground};
  color: ${({ theme }) => theme.text};
  overflow: auto;
`;
const Page = styled.div`
  min-height: 100vh;
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 14px clamp(14px, 3vw, 44px) 18px;
  font-size: clamp(1.15rem, 1.9vw, 1.9rem);
  line-height: 1.35;
  header,
  footer {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 18px;
  }
  header > :last-child {
    margin-left: auto;
  }
  footer {
    margin-top: auto;
  }
  footer span {
    font-size: 1rem;
  }
  h2 {
    font-size: clamp(1.6rem, 3.2vw, 3.2rem);
    line-height: 1.15;
  }
`;
