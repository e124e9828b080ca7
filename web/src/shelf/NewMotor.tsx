import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { PlainButton } from "../theme/parts";
import { Sheet, Veil } from "../theme/sheet";
import { KindPicker } from "./KindPicker";

interface Props {
  isOpen: boolean;
  close: () => void;
  start: (kind: string) => void;
}

/** Choose what kind of motor to start. */
export function NewMotor({ isOpen, close, start }: Props) {
  return (
    <ModalOverlay isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">New motor</Heading>
            <KindPicker
              start={(kind) => {
                close();
                start(kind);
              }}
            />
            <PlainButton onPress={close}>Cancel</PlainButton>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}
