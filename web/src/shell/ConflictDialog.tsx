import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { useNavigate } from "react-router";
import styled from "styled-components";
import { Sheet, Veil } from "../theme/sheet";
import { MainButton, PlainButton } from "../theme/parts";
import type { Working } from "./useDemonstration";

/** Another tab saved first: take over, keep both, or drop. Nothing is lost until the user says so. */
export function ConflictDialog({ working }: { working: Working }) {
  const navigate = useNavigate();
  return (
    <ModalOverlay isOpen={working.conflict !== null} isKeyboardDismissDisabled>
      <Veil>
        <Modal>
          <Sheet as={Dialog} role="alertdialog">
            <Heading slot="title">Another tab saved {working.title} first</Heading>
            <p>Your change is still here. Whatever you choose, the other tab's change stays in the history.</p>
            <Choices>
              <MainButton onPress={working.takeOver}>Keep mine</MainButton>
              <MainButton onPress={() => void working.keepBoth().then((id) => navigate(`/motor/${id}`))}>
                Keep both
              </MainButton>
              <PlainButton onPress={() => void working.drop()}>Keep theirs</PlainButton>
            </Choices>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}

const Choices = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 16px;
`;
