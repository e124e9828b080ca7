import { useQuery } from "@tanstack/react-query";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { kindsQuery } from "../api/queries";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Lines, Sheet, Veil } from "../theme/sheet";

/** Choose what kind of motor to start. */
export function NewMotor({
  isOpen,
  close,
  start,
}: {
  isOpen: boolean;
  close: () => void;
  start: (kind: string) => void;
}) {
  const { data } = useQuery({ ...kindsQuery, enabled: isOpen });
  return (
    <ModalOverlay isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">New motor</Heading>
            <Lines>
              {data?.map((kind) => (
                <li key={kind.id}>
                  <div>
                    <h3>{kind.name}</h3>
                    <p>{kind.what_moves}</p>
                    <Quiet>{kind.built_from}</Quiet>
                  </div>
                  <MainButton
                    aria-label={`Start a ${kind.name.toLowerCase()}`}
                    onPress={() => {
                      close();
                      start(kind.id);
                    }}
                  >
                    Start
                  </MainButton>
                </li>
              ))}
            </Lines>
            <PlainButton onPress={close}>Cancel</PlainButton>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}
