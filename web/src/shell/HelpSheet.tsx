import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Checkbox, Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import styled from "styled-components";
import { aboutQuery } from "../api/queries";
import { MainButton, Quiet } from "../theme/parts";
import { Sheet, Veil } from "../theme/sheet";
import { lettersOn, setLetters, SHORTCUTS } from "./shortcuts";

/** Places, keys, how to read the chain, and the cautions that always hold. */
export function HelpSheet({ isOpen, close }: { isOpen: boolean; close: () => void }) {
  const { data: about } = useQuery({ ...aboutQuery, enabled: isOpen });
  const [letters, set] = useState(lettersOn);
  return (
    <ModalOverlay isOpen={isOpen} onOpenChange={(open) => !open && close()} isDismissable>
      <Veil>
        <Modal>
          <Sheet as={Dialog}>
            <Heading slot="title">Help</Heading>
            <p>
              Change parts on the left, or drag the diamonds on the drawing. The chain on the right runs in the order in
              which real motors fail: a closed loop holds, a nearly closed one is tight, a broken one fails. Of ten
              motors built this way, eight fall within the range in parentheses.
            </p>
            <p>
              <b>Start</b> asks what you want to do. <b>Motors</b> holds all motors and what trials taught. <b>Parts</b>{" "}
              holds what you own: find a motor for it, or find out what a part is. <b>Classes</b> plans lessons.{" "}
              <b>Practice</b> hides faults for you to find.
            </p>
            <Keys>
              {SHORTCUTS.map(([key, does]) => (
                <div key={key}>
                  <dt>{key}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </Keys>
            <Letters
              isSelected={letters}
              onChange={(on) => {
                setLetters(on);
                set(on);
              }}
            >
              <span aria-hidden>{letters ? "☑" : "☐"}</span> Single-letter keys are on
            </Letters>
            <Caution>
              These motors are close to short circuits: wire and cell get hot, so disconnect them after each run. Small
              strong magnets injure when swallowed: count them out and back in, and keep them away from pacemakers,
              implants and cards. Use no lithium-ion cells; never strike, drill or solder a cell. Your school's own
              rules come first.
            </Caution>
            <Foot>
              <MainButton onPress={close}>Close</MainButton>
              {about && <Quiet>Oak Spin {about.version}</Quiet>}
            </Foot>
          </Sheet>
        </Modal>
      </Veil>
    </ModalOverlay>
  );
}

const Foot = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: center;
`;
const Keys = styled.dl`
  margin: 12px 0;
  font-size: 0.95rem;
  div {
    display: grid;
    grid-template-columns: 150px 1fr;
    border-top: 1px solid ${({ theme }) => theme.rule};
    padding: 2px 0;
  }
  dt {
    font-weight: 650;
  }
  dd {
    margin: 0;
  }
`;
const Letters = styled(Checkbox)`
  display: inline-flex;
  gap: 8px;
  cursor: pointer;
  padding: 4px;
  &[data-focus-visible] {
    outline: 2.5px solid ${({ theme }) => theme.action};
  }
`;
const Caution = styled.p`
  border-left: 4px solid ${({ theme }) => theme.state.tight};
  padding-left: 12px;
  margin: 12px 0 16px;
  font-size: 0.95rem;
`;
