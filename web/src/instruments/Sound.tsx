import { useState } from "react";
import { DropZone, FileTrigger } from "react-aria-components";
import styled from "styled-components";
import type { Design } from "../api/client";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { ToolRow } from "../theme/stage";
import { LISTENS_S, listened, soundOf } from "./capture";
import { Found, type Keep, type Take } from "./Found";
import { useReading } from "./useReading";

/** Turns by ear: a few seconds of the microphone, or a file of sound, or a recording that was kept. */
export function Sound({ design, take, keep }: { design: Design; take: Take; keep: Keep }) {
  const reading = useReading(design);
  const [left, setLeft] = useState<number | null>(null);
  const listen = () =>
    reading.read(async () => {
      setLeft(LISTENS_S);
      try {
        return await listened(LISTENS_S, setLeft);
      } finally {
        setLeft(null);
      }
    });
  const open = (file: File | undefined) => file && void reading.read(() => soundOf(file));
  return (
    <Zone
      aria-label="Sound"
      onDrop={(event) => {
        const item = event.items.find((each) => each.kind === "file");
        if (item) void item.getFile().then(open);
      }}
    >
      <ToolRow>
        <MainButton onPress={() => void listen()} isDisabled={reading.busy}>
          Listen for {LISTENS_S} seconds
        </MainButton>
        <FileTrigger acceptedFileTypes={["audio/*", ".wav", ".csv"]} onSelect={(files) => open(files?.[0])}>
          <PlainButton isDisabled={reading.busy}>Choose a sound file</PlainButton>
        </FileTrigger>
        <Quiet role="status">
          {left !== null
            ? `Listening … ${left} s`
            : reading.busy
              ? "Reading it …"
              : "Hold the microphone close to the motor. Or drop a sound file (WAV) or a kept recording (CSV) here."}
        </Quiet>
      </ToolRow>
      <Found reading={reading} take={take} keep={keep} />
    </Zone>
  );
}

const Zone = styled(DropZone)`
  border: 1px dashed ${({ theme }) => theme.rule};
  padding: 6px 10px;
  &[data-drop-target] {
    border-color: ${({ theme }) => theme.action};
  }
`;
