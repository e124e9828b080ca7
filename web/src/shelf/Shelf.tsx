import { useQuery } from "@tanstack/react-query";
import { lazy, startTransition, Suspense, useEffect, useState } from "react";
import { FileTrigger } from "react-aria-components";
import { Link } from "react-router";
import type { ShelfMotor } from "../api/client";
import { putAwayQuery, shelfQuery } from "../api/queries";
import { whenIdle } from "../shell/later";
import { TopBand } from "../shell/TopBand";
import { MainButton, PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";
import { arranged, keep, kept, type Arrangement, AS_IT_COMES } from "./arrange";
import { ArrangeBar } from "./ArrangeBar";
import { GoneEntry } from "./GoneEntry";
import { ShelfEntry } from "./ShelfEntry";
import { UnreadEntry } from "./UnreadEntry";
import { useBackup } from "./useBackup";
import { useShelf, type Gone } from "./useShelf";
import { Page, Ground, Head, Actions, Messages, Empty, Board, Picked, Unreadable, Foot } from "./ground";

export const MOST_COMPARED = 6;

const sheets = {
  backup: async () => ({ default: (await import("./Backup")).Backup }),
  kinds: async () => ({ default: (await import("./KindPicker")).KindPicker }),
  newMotor: async () => ({ default: (await import("./NewMotor")).NewMotor }),
  putAway: async () => ({ default: (await import("./PutAway")).PutAway }),
};
const Backup = lazy(sheets.backup);
const KindPicker = lazy(sheets.kinds);
const NewMotor = lazy(sheets.newMotor);
const PutAway = lazy(sheets.putAway);
whenIdle(...Object.values(sheets));

const AT_A_TIME = 4; // motors that are drawn in one go

/** How many motors are drawn by now: their names come first, so that one can be opened at once. */
function useDrawn(count: number): number {
  const [drawn, setDrawn] = useState(0);
  useEffect(() => {
    if (drawn >= count) return;
    const later = setTimeout(() => startTransition(() => setDrawn(drawn + AT_A_TIME)));
    return () => clearTimeout(later);
  }, [drawn, count]);
  return drawn;
}

const countWords = (shown: number, all: number) =>
  shown === all ? `${all} ${all === 1 ? "motor" : "motors"}, each with its verdict` : `${shown} of ${all} motors`;

/** The motors, with those just put away still holding their places. */
function placed(motors: ShelfMotor[], gone: Gone[]): (ShelfMotor | Gone)[] {
  const shown: (ShelfMotor | Gone)[] = motors.filter(({ id }) => !gone.some((motor) => motor.id === id));
  for (const motor of [...gone].sort((a, b) => a.place - b.place)) shown.splice(motor.place, 0, motor);
  return shown;
}

/** All demonstrations, standing on their boards. */
export function Shelf() {
  const { data, error } = useQuery(shelfQuery);
  const shelf = useShelf();
  const backup = useBackup();
  const { data: putAway } = useQuery(putAwayQuery);
  const [open, setOpen] = useState<"new" | "put away" | null>(null);
  const close = () => setOpen(null);
  const [arrangement, setArrangement] = useState(kept);
  const arrange = (next: Arrangement) => {
    setArrangement(next);
    keep(next);
  };
  const [over, setOver] = useState(false);
  const [compared, setCompared] = useState<string[]>([]);
  const motors = data?.motors ?? [];
  const drawn = useDrawn(motors.length);
  const shown = arranged(motors, arrangement);
  const size = arrangement.size;
  useEffect(() => {
    document.title = "Motors · Oak Spin";
  }, []);
  return (
    <Page>
      <TopBand />
      {/* Files are dropped here; who cannot drop presses "Import a file". */}
      <Ground
        data-drop-target={over || undefined}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(event.dataTransfer.types.includes("Files"));
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void shelf.takeIn([...event.dataTransfer.files]);
        }}
      >
        <main>
          <Head>
            <div>
              <h1>Motors</h1>
              <Quiet role="status">{data ? countWords(shown.length, motors.length) : ""}</Quiet>
            </div>
            <Actions>
              <MainButton onPress={() => setOpen("new")}>New motor</MainButton>
              <FileTrigger
                acceptedFileTypes={[".json"]}
                allowsMultiple
                onSelect={(files) => void shelf.takeIn([...(files ?? [])])}
              >
                <PlainButton>Import a file</PlainButton>
              </FileTrigger>
              <a href="/api/archive" download>
                Back up the shelf
              </a>
              <FileTrigger acceptedFileTypes={[".zip"]} onSelect={(files) => void backup.open(files?.[0])}>
                <PlainButton>Open a backup</PlainButton>
              </FileTrigger>
              <Link to="/bench">What trials taught</Link>
              <PlainButton onPress={() => setOpen("put away")}>
                Put away{putAway && putAway.length > 0 ? ` (${putAway.length})` : ""}
              </PlainButton>
            </Actions>
          </Head>
          <Messages role="status">
            {backup.status && <p>{backup.status}</p>}
            {shelf.problems.map((line) => (
              <Trouble key={line}>{line}</Trouble>
            ))}
            {error && <Trouble>{"line" in error ? String(error.line) : error.message}</Trouble>}
          </Messages>
          {data?.motors.length === 0 && (
            <>
              <Empty>No motor yet. Start one of these, or drop an .oak.json file on this page.</Empty>
              <Suspense>
                <KindPicker start={shelf.start} />
              </Suspense>
            </>
          )}
          {data && data.unread.length > 0 && (
            <Unreadable aria-label="Motors that cannot be read">
              {data.unread.map((motor) => (
                <UnreadEntry key={motor.id} motor={motor} remove={shelf.remove} />
              ))}
            </Unreadable>
          )}
          {motors.length > 0 && <ArrangeBar motors={motors} value={arrangement} change={arrange} />}
          {compared.length > 0 && (
            <Picked>
              <span>
                {compared.map((id) => motors.find((motor) => motor.id === id)?.title).join(", ")}
                {compared.length === 1 && " and …"}
              </span>
              {compared.length > 1 && <Link to={`/compare?motors=${compared.join(",")}`}>Show side by side</Link>}
              <PlainButton onPress={() => setCompared([])}>Clear</PlainButton>
            </Picked>
          )}
          {motors.length > 0 && shown.length === 0 && (
            <Empty>
              No motor on the shelf is like that.{" "}
              <PlainButton onPress={() => arrange({ ...AS_IT_COMES, order: arrangement.order, size })}>
                Show all
              </PlainButton>
            </Empty>
          )}
          <Board $size={size}>
            {placed(shown, shelf.gone).map((entry, place) =>
              "place" in entry ? (
                <GoneEntry key={entry.id} title={entry.title} putBack={() => shelf.putBack(entry)} />
              ) : (
                <ShelfEntry
                  key={entry.id}
                  motor={entry}
                  place={place}
                  size={size}
                  isDrawn={place < drawn}
                  shelf={shelf}
                  compared={compared.includes(entry.id)}
                  compare={(on) =>
                    setCompared(
                      on ? [...compared, entry.id].slice(-MOST_COMPARED) : compared.filter((id) => id !== entry.id),
                    )
                  }
                />
              ),
            )}
          </Board>
          <Foot>
            <Quiet>
              Files dropped anywhere on this page are imported. A deleted motor is put away, and can be put back.
            </Quiet>
          </Foot>
        </main>
      </Ground>
      <Suspense>
        {open === "new" && <NewMotor isOpen close={close} start={shelf.start} />}
        {open === "put away" && <PutAway isOpen close={close} putBack={shelf.putBack} />}
        {backup.shown && <Backup key={backup.shown.name} file={backup.shown} close={backup.close} />}
      </Suspense>
    </Page>
  );
}
