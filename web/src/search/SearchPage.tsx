import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import styled, { css } from "styled-components";
import { post, errorLine, type Demonstration } from "../api/client";
import { putPartIn } from "../api/motorParts";
import { demonstrationQuery } from "../api/queries";
import {
  findPurchases,
  runSearch,
  searchFormQuery,
  type FoundDesign,
  type SearchForm,
  type SearchState,
  type Shopping,
} from "../api/search";
import { TopBand } from "../shell/TopBand";
import { narrow } from "../theme/narrow";
import { Progress } from "../parts/Progress";
import { useTyped } from "../parts/useTyped";
import { MainButton, Quiet } from "../theme/parts";
import { RoomHead, RoomPage } from "../theme/room";
import { StageColumns, Table, ToolRow, Trouble } from "../theme/stage";
import { AskForm, type Numeric } from "./AskForm";
import { lastRequest, figureText, keepRequest, upward, type Asking } from "./asking";
import { Buying } from "./Buying";
import { ChoicePicture } from "./ChoicePicture";
import { ShortList } from "./ShortList";

/** Find a motor Of what is owned, by whom, in how many minutes; and what is worth buying. */
export function SearchPage() {
  const { data: form, error } = useQuery({ ...searchFormQuery, retry: false });
  useEffect(() => {
    document.title = "Find a motor · Oak Spin";
  }, []);
  return (
    <RoomPage>
      <TopBand />
      <main>
        <RoomHead>
          <h1>Find a motor</h1>
          <Link to="/drawer">The Drawer</Link>
        </RoomHead>
        {error && <Trouble role="alert">{errorLine(error)}</Trouble>}
        {form && <Searching form={form} />}
      </main>
    </RoomPage>
  );
}

const LIMITS: Record<Numeric, [number, number]> = { groups: [1, 40], minutes: [5, 600], most_A: [0.01, 100] };

function Searching({ form }: { form: SearchForm }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const [asking, setAsking] = useState<Asking>(() => lastRequest(form));
  const typed = useTyped({
    groups: String(asking.request.groups),
    minutes: String(asking.request.minutes),
    most_A: asking.request.most_A ? String(asking.request.most_A) : "",
  });
  const [state, setState] = useState<SearchState | null>(null);
  const [answers, setAnswers] = useState<Asking | null>(null);
  const [chosen, setChosen] = useState<FoundDesign | null>(null);
  const [compared, setCompared] = useState<FoundDesign[]>([]);
  const [shopping, setShopping] = useState<Shopping | null>(null);
  const searching = useRef<AbortController | null>(null);
  const shops = useRef<AbortController | null>(null);
  useEffect(
    () => () => {
      searching.current?.abort();
      shops.current?.abort();
    },
    [],
  );
  const change = (next: Asking) => {
    keepRequest(next);
    setAsking(next);
  };
  const write = (name: Numeric, text: string) => {
    const value = text.trim() === "" ? null : Number(text.replace(",", "."));
    const [low, high] = LIMITS[name];
    const whole = name !== "groups" || value === null || Number.isInteger(value);
    const fits = value === null ? name === "most_A" : value >= low && value <= high && whole;
    const wanted = `Give ${name === "groups" ? "a whole number" : "a number"} from ${low} to ${high}${name === "most_A" ? ", or nothing" : ""}.`;
    typed.write(name, text, fits ? "" : wanted);
    if (fits) change({ ...asking, request: { ...asking.request, [name]: value } });
  };
  const search = useMutation({
    mutationFn: async () => {
      shops.current?.abort();
      const control = (searching.current = new AbortController());
      setState(null);
      setShopping(null);
      setChosen(null);
      setCompared([]);
      setAnswers(asking);
      await runSearch(asking.request, asking.from, control.signal, setState).catch(quietly);
    },
  });
  const buy = useMutation({
    mutationFn: async () => {
      const control = (shops.current = new AbortController());
      const shown = answers ?? asking;
      await findPurchases(shown.request, shown.from, control.signal, setShopping).catch(quietly);
    },
  });
  const keep = useMutation({
    mutationFn: async (each: FoundDesign) => {
      const design = each.design as Demonstration["design"];
      const body = { title: each.title, design };
      const kept = (await post("/api/shelf/copy", { body })) as Demonstration;
      // Its parts stay those of the Drawer: their bands count, and their stock is drawn when it is built.
      if (shown.from === "drawer")
        for (const [place, key] of Object.entries(each.parts)) await putPartIn(kept.id, place, key, design);
      return kept;
    },
    onSuccess: (kept) => {
      queries.setQueryData(demonstrationQuery(kept.id).queryKey, kept);
      void queries.invalidateQueries({ queryKey: ["shelf"] });
      void go(`/motor/${kept.id}/choose`);
    },
  });
  const compare = (each: FoundDesign) =>
    setCompared(compared.includes(each) ? compared.filter((one) => one !== each) : [...compared, each].slice(-2));
  const found = state?.found ?? [];
  const shown = answers ?? asking;
  const matter = upward(shown.request.matters ?? []);
  const trouble = search.error ?? buy.error ?? keep.error;
  return (
    <>
      {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
      <StageColumns $wide="minmax(230px, 3fr) minmax(0, 6fr) minmax(250px, 4fr)">
        <section aria-label="What is asked">
          <ToolRow>
            {search.isPending ? (
              <Progress says="Searching" done={state?.seen} of={state?.of} stop={() => searching.current?.abort()} />
            ) : (
              <MainButton isDisabled={typed.wrong} onPress={() => search.mutate()}>
                Search
              </MainButton>
            )}
          </ToolRow>
          <AskForm
            form={form}
            asking={asking}
            numbers={typed.texts}
            errors={typed.errors}
            change={change}
            write={write}
          />
        </section>
        <Middle aria-label="Choices">
          <p role="status" data-progress>
            {!state &&
              !search.isPending &&
              "Say what you have and what matters, then search: many thousands of designs are tried."}
            {state && `${state.seen.toLocaleString("en-US")} designs tried, ${found.length} worth a look`}
            {state && search.isPending && ` · ${Math.min(99, Math.round((100 * state.seen) / state.of))} %`}
            {state && !search.isPending && !state.done && " · stopped: judged on few builds only"}
          </p>
          {state && found.length > 0 && (
            <ChoicePicture found={found} matter={matter} form={form} chosen={chosen} choose={setChosen} />
          )}
          {compared.length === 2 && (
            <Table aria-label="Side by side">
              <thead>
                <tr>
                  <th scope="col">Figure</th>
                  {compared.map((each, at) => (
                    <th scope="col" key={at}>
                      {each.title}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {form.matters.map(({ id, figure, unit }) => (
                  <tr key={id}>
                    <th scope="row">{figure}</th>
                    {compared.map((each, at) => (
                      <td key={at}>{figureText(each.figures[id] ?? 0, unit)}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {state?.done && state.left_out.length > 0 && (
            <>
              <h2>Not found</h2>
              <ul>
                {state.left_out.map(({ kind, name, why }) => (
                  <li key={kind}>
                    <b>{name}:</b> {why}
                  </li>
                ))}
              </ul>
            </>
          )}
        </Middle>
        <section aria-label="Short list">
          <h2>Worth building</h2>
          {found.length === 0 && (
            <Quiet as="p">
              {state?.done
                ? "Nothing that was tried goes. See why in the middle, and what would help below."
                : "The best in each thing that matters stands here."}
            </Quiet>
          )}
          <ShortList
            found={found}
            form={form}
            groups={shown.request.groups ?? 1}
            chosen={chosen}
            choose={setChosen}
            compared={compared}
            compare={compare}
            keep={(each) => keep.mutate(each)}
          />
          {state && !search.isPending && (
            <Buying
              shopping={shopping}
              busy={buy.isPending}
              look={() => buy.mutate()}
              stop={() => shops.current?.abort()}
            />
          )}
        </section>
      </StageColumns>
    </>
  );
}

/** Stopping is no trouble. */
const quietly = (error: unknown) => {
  if (!(error instanceof Error || error instanceof DOMException) || error.name !== "AbortError") throw error;
};

const Middle = styled.section`
  display: flex;
  flex-direction: column;
  ul {
    margin: 0;
    padding-left: 18px;
    font-size: 0.9rem;
  }
  ${narrow(css`
    & > div {
      height: 420px;
    }
  `)}
`;
