import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { DropZone, FileTrigger, type FileDropItem } from "react-aria-components";
import styled from "styled-components";
import { shelfQuery } from "../api/queries";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { NewMotor } from "./NewMotor";
import { ShelfEntry } from "./ShelfEntry";
import { UnreadEntry } from "./UnreadEntry";
import { useShelf } from "./useShelf";

/** All demonstrations, standing on their boards. */
export function Shelf() {
  const { data, error } = useQuery(shelfQuery);
  const shelf = useShelf();
  const [choosing, setChoosing] = useState(false);
  const top = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    document.title = "Shelf · Oak Spin";
  }, []);
  return (
    <Page>
      <TopBand />
      <Ground
        as={DropZone}
        aria-label="Drop an .oak.json file here to import it"
        onDrop={(event: { items: { kind: string }[] }) => {
          const files = event.items.filter((item): item is FileDropItem => item.kind === "file");
          void Promise.all(files.map((item) => item.getFile())).then(shelf.takeIn);
        }}
      >
        <main>
          <Head>
            <div>
              <h1 ref={top}>Shelf</h1>
              <Quiet>
                {data
                  ? `${data.motors.length} ${data.motors.length === 1 ? "motor" : "motors"}, each with its verdict`
                  : ""}
              </Quiet>
            </div>
            <Actions>
              <MainButton onPress={() => setChoosing(true)}>New motor</MainButton>
              <FileTrigger
                acceptedFileTypes={[".json"]}
                allowsMultiple
                onSelect={(files) => void shelf.takeIn([...(files ?? [])])}
              >
                <PlainButton>Import a file</PlainButton>
              </FileTrigger>
              <a href="/api/archive" download>
                Save everything
              </a>
              <FileTrigger acceptedFileTypes={[".zip"]} onSelect={(files) => void shelf.takeInEverything(files?.[0])}>
                <PlainButton>Take in everything</PlainButton>
              </FileTrigger>
            </Actions>
          </Head>
          <Messages role="status">
            {shelf.gone && (
              <p>
                {shelf.gone.title} is off the shelf. <PlainButton onPress={shelf.putBack}>Put it back</PlainButton>
              </p>
            )}
            {shelf.said && <p>{shelf.said}</p>}
            {shelf.problems.map((line) => (
              <Trouble key={line}>{line}</Trouble>
            ))}
            {error && <Trouble>{"line" in error ? String(error.line) : error.message}</Trouble>}
          </Messages>
          {data?.motors.length === 0 && (
            <Empty>
              Your motors will stand here, each with its verdict. Start with a new motor, or drop an .oak.json file on
              this page.
            </Empty>
          )}
          {data && data.unread.length > 0 && (
            <Unreadable aria-label="Motors that cannot be read">
              {data.unread.map((motor) => (
                <UnreadEntry key={motor.id} motor={motor} remove={shelf.remove} />
              ))}
            </Unreadable>
          )}
          <Board>
            {data?.motors.map((demonstration) => (
              <ShelfEntry key={demonstration.id} demonstration={demonstration} shelf={shelf} />
            ))}
          </Board>
          <Foot>
            <Quiet>
              Files dropped anywhere on this page are imported. A deleted motor can be put back until you leave the
              page.
            </Quiet>
          </Foot>
        </main>
      </Ground>
      <NewMotor isOpen={choosing} close={() => setChoosing(false)} start={shelf.start} />
    </Page>
  );
}

const Page = styled.div`
  min-height: 100vh;
  display: flex;
  flex-direction: column;
`;
const Ground = styled.div`
  flex: 1;
  padding: 14px 28px 28px;
  &[data-drop-target] {
    outline: 3px dashed ${({ theme }) => theme.carriesCurrent};
    outline-offset: -10px;
  }
`;
const Head = styled.div`
  display: flex;
  align-items: end;
  justify-content: space-between;
  gap: 16px;
  h1 {
    font-size: 1.6rem;
  }
`;
const Actions = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  a {
    color: ${({ theme }) => theme.action};
    text-decoration: none;
    padding: 0.25rem 0.4rem;
  }
`;
const Messages = styled.div`
  min-height: 12px;
  padding: 6px 0;
`;
const Empty = styled.p`
  max-width: 520px;
  padding: 40px 0;
  font-size: 1.1rem;
`;
const Board = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 30px 0;
`;
const Unreadable = styled.ul`
  list-style: none;
  padding: 0 0 12px;
`;
const Foot = styled.p`
  padding-top: 28px;
  font-size: 0.875rem;
`;
