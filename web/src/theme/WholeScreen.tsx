import type { ReactNode } from "react";
import { Dialog, Modal, ModalOverlay } from "react-aria-components";
import styled from "styled-components";
import { PlainButton, Quiet } from "./parts";

interface Props {
  label: string;
  /** Where one is: "Step 3 of 9". */
  place: string;
  close: () => void;
  onKeyDown: (event: React.KeyboardEvent) => void;
  children: ReactNode;
  /** What leads on, at the foot. */
  foot: ReactNode;
}

/** One thing on the whole screen, large enough for the back of a room; it gives the focus back when it closes. */
export function WholeScreen({ label, place, close, onKeyDown, children, foot }: Props) {
  return (
    <Whole isOpen onOpenChange={(open) => !open && close()}>
      <Modal>
        <Dialog aria-label={label}>
          <Page onKeyDown={onKeyDown}>
            <header>
              <Quiet aria-live="polite">{place}</Quiet>
              <PlainButton onPress={close}>Close</PlainButton>
            </header>
            {children}
            <footer>{foot}</footer>
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
