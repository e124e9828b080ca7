import { useQuery } from "@tanstack/react-query";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { putAwayQuery } from "../api/queries";
import { PlainButton, Quiet } from "../theme/parts";
import { Lines, Sheet, Veil } from "../theme/sheet";

interface Props {
  isOpen: boolean;
  close: () => void;
  putBack: (motor: { id: string; title: string }) => void;
}

/** Every motor that was deleted, the latest first; each can be put back. */
export function PutAway({ isOpen, close, putBack }: Props) {
  const { data } = useQuery({ ...putAwayQuery, enabled: isOpen });
  return (
    <ModalOverlay isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">Put away</Heading>
            <Quiet>Deleted motors are kept here with their history and trials.</Quiet>
            {data?.length === 0 && <p>Nothing is put away.</p>}
            <Lines>
              {data?.map((motor) => (
                <li key={motor.id}>
                  <div>
                    <b>{motor.title}</b> <Quiet>{motor.kind_name}</Quiet>
                    <br />
                    <Quiet>
                      {new Date(motor.deleted_at).toLocaleString("en-US", { dateStyle: "medium", timeStyle: "short" })}
                    </Quiet>
                  </div>
                  <PlainButton aria-label={`Put ${motor.title} back`} onPress={() => putBack(motor)}>
                    Put it back
                  </PlainButton>
                </li>
              ))}
            </Lines>
            <PlainButton onPress={close}>Close</PlainButton>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}
