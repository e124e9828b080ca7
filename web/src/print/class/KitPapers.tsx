import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import styled from "styled-components";
import { needsQuery, type ClassPlan, type Needs } from "../../api/classes";
import { errorLine } from "../../api/client";
import { counted } from "../../classes/counted";
import { AtATime, Boxed, Ruled, type ClassPaperProps } from "./sheet";

/** What is printed once it is counted what a class needs. */
function Counted({ plan, children }: { plan: ClassPlan; children: (needs: Needs) => ReactNode }) {
  const { data: needs, error } = useQuery({ ...needsQuery(plan), retry: false });
  if (error) return <p role="alert">{errorLine(error)}</p>;
  if (!needs) return <p role="status">Counting …</p>;
  return children(needs);
}

/** The kit with its count-out and count-in. */
export const KitPaper = ({ plan }: ClassPaperProps) => (
  <Counted plan={plan}>
    {(needs) => (
      <>
        <AtATime plan={plan} />
        <KitTable needs={needs} />
        <CountOut magnets={needs.kit.magnets} />
      </>
    )}
  </Counted>
);

/** The lesson by the clock. */
export const TimetablePaper = ({ plan }: ClassPaperProps) => (
  <Counted plan={plan}>
    {(needs) => (
      <>
        <AtATime plan={plan} />
        <Clock needs={needs} />
      </>
    )}
  </Counted>
);

/** A card for each group's table: where it is when, what lies there, by when it tries, what goes back. */
export const GroupCards = ({ plan }: ClassPaperProps) => (
  <Counted plan={plan}>
    {({ kit, timetable }) => (
      <Cards>
        {timetable.rounds.map(({ group, visits }) => (
          <Card key={group}>
            <h2>{group}</h2>
            <ol>
              {visits.map(({ motor, begins, first_try, ends }) => (
                <li key={begins}>
                  <b>{motor}</b>, minute {Math.round(begins)} to {Math.round(ends)}: first try by minute{" "}
                  {Math.round(first_try)}
                </li>
              ))}
            </ol>
            <ul>
              {kit.lines
                .filter(({ motor }) => motor === visits[0]?.motor)
                .map((line) => (
                  <li key={line.name}>
                    ☐ {counted(line.each, line.unit)} {line.name}
                  </li>
                ))}
            </ul>
            <p>It stands still? Power off, then the sheet “It does not go”. Still nothing: both hands up.</p>
            <p>Hot or smelling: power off, hands off, tell us at once.</p>
            <p>Magnets out {magnetsOf(kit, visits[0]?.motor)} ☐ &nbsp; back ____ ☐</p>
          </Card>
        ))}
      </Cards>
    )}
  </Counted>
);

const magnetsOf = (kit: Needs["kit"], motor?: string) =>
  kit.lines.filter((line) => line.sort === "magnet" && line.motor === motor).reduce((sum, { each }) => sum + each, 0);

function KitTable({ needs: { kit } }: { needs: Needs }) {
  return (
    <>
      <h2>Kit</h2>
      <Ruled>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Each group</th>
            <th scope="col">All</th>
            <th scope="col">With spares</th>
            <th scope="col">In the Drawer</th>
            <th scope="col">Missing</th>
            <th scope="col">Laid out</th>
          </tr>
        </thead>
        <tbody>
          {kit.lines.map((line) => (
            <tr key={`${line.motor} ${line.name}`}>
              <th scope="row">
                {line.name} <small>{line.motor}</small>
              </th>
              <td>{counted(line.each, line.unit)}</td>
              <td>{counted(line.used, line.unit)}</td>
              <td>{counted(line.amount, line.unit)}</td>
              <td>{line.owned === null ? "none" : counted(line.owned, line.unit)}</td>
              <td>{line.missing > 0 ? counted(line.missing, line.unit) : "–"}</td>
              <td>☐</td>
            </tr>
          ))}
        </tbody>
      </Ruled>
      {kit.shopping.length > 0 && (
        <>
          <h2>To buy, spares included</h2>
          <ul>
            {kit.shopping.map(({ name, amount, unit, price }, at) => (
              <li key={`${name} ${at}`}>
                ☐ {counted(amount, unit)} {name}
                {price !== null && `, ${(price * amount).toFixed(2)}`}
              </li>
            ))}
          </ul>
        </>
      )}
      {kit.besides.length > 0 && <p>Besides: {kit.besides.join(", ")}.</p>}
      {kit.tools.length > 0 && <p>Tools: {kit.tools.join(", ")}.</p>}
    </>
  );
}

/** Small strong magnets injure when swallowed: none leaves the room uncounted. */
function CountOut({ magnets }: { magnets: number }) {
  return (
    <Boxed>
      <h2>Magnets: count out and in</h2>
      <p>
        Out: <b>{magnets}</b> ☐ &nbsp; In: ______ &nbsp; Missing: ______ &nbsp; Signed: ____________________
      </p>
      <p>
        Swallowed magnets injure. If one is missing, nobody leaves and nobody eats until it is found; if one may have
        been swallowed, get medical help at once. Your school&apos;s rules come first.
      </p>
    </Boxed>
  );
}

function Clock({ needs: { timetable } }: { needs: Needs }) {
  return (
    <>
      <h2>By the clock</h2>
      <Ruled>
        <thead>
          <tr>
            <th scope="col">Minutes</th>
            <th scope="col">What</th>
            <th scope="col">Who</th>
          </tr>
        </thead>
        <tbody>
          {[...timetable.beforehand, ...timetable.slots].map((slot) => (
            <tr key={`${slot.begins} ${slot.what}`}>
              <td>{when(slot)}</td>
              <td>
                <b>{slot.what}</b> {slot.text}
              </td>
              <td>{slot.who}</td>
            </tr>
          ))}
        </tbody>
      </Ruled>
      {timetable.short > 0 && (
        <>
          <p>
            <b>Usual groups lack {Math.ceil(timetable.short)} minutes.</b> What helps:
          </p>
          <ul>
            {timetable.leave.map(({ text, minutes: brings }) => (
              <li key={text}>
                {text} Brings {Math.round(brings)} minutes.
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** When something is done: minutes of the lesson, or how long it takes beforehand. */
function when({ begins, ends }: { begins: number; ends: number }): string {
  if (begins < 0) return `before: ${Math.round(ends - begins)} min`;
  const [from, to] = [Math.round(begins), Math.round(ends)];
  return from === to ? String(from) : `${from}–${to}`;
}

const Cards = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 5mm;
`;
const Card = styled.section`
  border: 1.5px solid ${({ theme }) => theme.blackInk};
  padding: 2mm 4mm 3mm;
  break-inside: avoid;
  h2 {
    margin: 0;
    font-size: 1.4rem;
  }
  ol,
  ul {
    margin: 1mm 0;
    padding-left: 5mm;
  }
  ul {
    list-style: none;
    padding: 0;
  }
  p {
    margin: 1mm 0;
  }
`;
