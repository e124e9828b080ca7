import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useState } from "react";
import { Input, TextField } from "react-aria-components";
import { Link, useNavigate, useParams } from "react-router";
import styled, { css } from "styled-components";
import { errorLine, type Demonstration } from "../api/client";
import { demonstrationQuery } from "../api/queries";
import { LearnedMark } from "../learn/LearnedMark";
import { LearnedProvider } from "../learn/LearnedProvider";
import { whenIdle } from "./later";
import { useDemonstration, type Working } from "./useDemonstration";
import { narrow } from "../theme/narrow";
import { PlainButton, Quiet } from "../theme/parts";
import { keepLast } from "../start/last";
import { StagePath } from "./StagePath";
import { STAGES, stageAt } from "./stages";
import { TopBand } from "./TopBand";
import { useShortcuts } from "./shortcuts";

/** One demonstration: its title, its stages, the stage itself. */
export function MotorPage() {
  const { id = "" } = useParams();
  const { data, error } = useQuery({ ...demonstrationQuery(id), retry: false });
  if (data)
    return (
      <LearnedProvider key={id} id={id}>
        <Motor first={data} />
      </LearnedProvider>
    );
  return (
    <Page>
      <TopBand />
      <Notice>
        {error ? (
          <>
            <h1>This motor is not here</h1>
            <p>{errorLine(error)}</p>
            <p>
              <Link to="/motors">To all motors</Link>
            </p>
          </>
        ) : (
          <Quiet>Loading the motor …</Quiet>
        )}
      </Notice>
    </Page>
  );
}

const load = {
  choose: async () => ({ default: (await import("../choose/Choose")).Choose }),
  make: async () => ({ default: (await import("../make/Make")).Make }),
  run: async () => ({ default: (await import("../run/Run")).Run }),
  tune: async () => ({ default: (await import("../tune/Tune")).Tune }),
  teach: async () => ({ default: (await import("../teach/Teach")).Teach }),
  fix: async () => ({ default: (await import("../diagnose/FixIt")).FixIt }),
};
const PAGES = {
  choose: lazy(load.choose),
  make: lazy(load.make),
  run: lazy(load.run),
  tune: lazy(load.tune),
  teach: lazy(load.teach),
  fix: lazy(load.fix),
};
const conflict = async () => ({ default: (await import("./ConflictDialog")).ConflictDialog });
const ConflictDialog = lazy(conflict);
whenIdle(...Object.values(load), conflict);

function Motor({ first }: { first: Demonstration }) {
  const working = useDemonstration(first);
  const undo = () => void working.step("undo");
  const redo = () => void working.step("redo");
  const navigate = useNavigate();
  const stage = stageAt(useParams().stage);
  const fixing = useParams().stage === "fix";
  const steps = STAGES.map(
    (stage, at) => [`${at + 1}`, () => void navigate(`/motor/${first.id}/${stage.id}`)] as const,
  );
  const fix = () => void navigate(`/motor/${first.id}/fix`);
  useShortcuts({ "0": fix, "mod+z": undo, "mod+shift+z": redo, "mod+y": redo, ...Object.fromEntries(steps) });
  useEffect(() => {
    document.title = `${working.title} · Oak Spin`;
  }, [working.title]);
  useEffect(() => keepLast({ id: first.id, stage: fixing ? "fix" : stage }), [first.id, stage, fixing]);
  const busy = working.state !== "saved";
  // Where it does not go is a room of Run's own, not a stage of the work.
  const Stage = PAGES[fixing ? "fix" : stage];
  return (
    <Page>
      <TopBand>
        <PlainButton onPress={undo} isDisabled={!working.kept.can_undo && !busy}>
          undo
        </PlainButton>
        <PlainButton onPress={redo} isDisabled={!working.kept.can_redo || busy}>
          redo
        </PlainButton>
        <SavedWords working={working} />
      </TopBand>
      <main>
        <TitleRow>
          <Title
            key={working.title}
            title={working.title}
            rename={(title) => working.commit({ title }, `renamed to ${title}`)}
          />
          <Quiet>{working.kept.kind_name}</Quiet>
          <LearnedMark />
          <StagePath id={first.id} present={stage} fixing={fixing} />
        </TitleRow>
        <Suspense fallback={<Quiet role="status">Loading …</Quiet>}>
          <Stage working={working} />
        </Suspense>
      </main>
      {working.conflict !== null && (
        <Suspense>
          <ConflictDialog working={working} />
        </Suspense>
      )}
    </Page>
  );
}

function SavedWords({ working }: { working: Working }) {
  const time = new Date(working.kept.changed_at).toLocaleTimeString("en-US", { hour: "numeric", minute: "2-digit" });
  const words = { saved: `Saved ${time}`, saving: "Saving …", unsaved: "Saving …", trouble: "Not saved" }[
    working.state
  ];
  return (
    <>
      <Quiet data-saved={working.state}>{words}</Quiet>
      {working.problem && (
        <Quiet role="alert">
          {working.problem.line} <PlainButton onPress={() => void working.flush()}>Save again</PlainButton>
        </Quiet>
      )}
    </>
  );
}

function Title({ title, rename }: { title: string; rename: (title: string) => void }) {
  const [text, setText] = useState(title);
  const take = () => {
    const clean = text.trim();
    if (clean && clean !== title) rename(clean);
    else setText(title);
  };
  return (
    <TitleField aria-label="Title" value={text} onChange={setText} maxLength={80}>
      <h1>
        <Input
          size={Math.max(text.length, 4)}
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "Escape") setText(title);
          }}
        />
      </h1>
    </TitleField>
  );
}

const Page = styled.div`
  display: flex;
  flex-direction: column;
  height: 100vh;
  main {
    display: flex;
    flex-direction: column;
    flex: 1;
    min-height: 0;
  }
  ${narrow(css`
    height: auto;
    min-height: 100vh;
  `)}
`;
const TitleRow = styled.div`
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 8px 20px;
  min-height: 56px;
  nav {
    margin-left: auto;
  }
  ${narrow(css`
    flex-wrap: wrap;
    padding: 6px 14px;
    min-height: 0;
  `)}
`;
const TitleField = styled(TextField)`
  input {
    font-family: ${({ theme }) => theme.faces.title};
    font-size: 1.5rem;
    font-weight: 650;
    border: 0;
    border-bottom: 1.5px dashed transparent;
    background: none;
    padding: 0;
    min-width: 60px;
    max-width: 46vw;
    field-sizing: content;
    &:hover,
    &:focus {
      border-bottom-color: ${({ theme }) => theme.rule};
    }
  }
`;
const Notice = styled.main`
  padding: 40px 20px;
`;
