import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Button, Disclosure, DisclosurePanel, Heading } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import { errorLine } from "../api/client";
import { drawerQuery } from "../api/drawer";
import { buildMotor, motorPartsQuery, putPartIn, takeApart, type MotorParts, type PartPlace } from "../api/motorParts";
import { PickField } from "../parts/PickField";
import type { Working } from "../shell/useDemonstration";
import { PlainButton, Quiet } from "../theme/parts";
import { Trouble } from "../theme/stage";

const NAMES: Record<PartPlace["place"], string> = {
  cell: "Battery",
  magnet: "Magnets",
  wire: "Wire",
  screw: "Screw",
  support: "Supports",
};

/** Yours first: parts of this motor that lie in the Drawer, with their own figures and bands, and their stock. */
export function FromDrawer({ working }: { working: Working }) {
  const id = working.kept.id;
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const { data } = useQuery({ ...motorPartsQuery(id), retry: false });
  // What the parts say of the design is told of the saved one.
  useEffect(() => {
    void queries.invalidateQueries({ queryKey: motorPartsQuery(id).queryKey });
  }, [queries, id, working.kept.version]);
  const keep = (parts: MotorParts) => {
    queries.setQueryData(motorPartsQuery(id).queryKey, parts);
    void queries.invalidateQueries({ queryKey: drawerQuery.queryKey });
  };
  const put = useMutation({
    mutationFn: ({ place, entry }: { place: PartPlace; entry: string | null }) =>
      putPartIn(id, place.place, entry, working.design),
    onSuccess: ({ design, parts }, { place, entry }) => {
      keep(parts);
      const name = place.options.find(({ key }) => key === entry)?.name;
      if (name) working.commit({ design }, `${NAMES[place.place]}: ${name}, from the Drawer`);
    },
  });
  const stock = useMutation({ mutationFn: (work: () => Promise<MotorParts>) => work(), onSuccess: keep });
  if (!data) return null;
  const owned = data.places.some(({ options, entry }) => options.length > 0 || entry);
  const chosen = data.places.filter(({ entry }) => entry);
  const trouble = put.error ?? stock.error;
  return (
    <Line isExpanded={open} onExpandedChange={setOpen} data-from-drawer>
      <Heading level={2}>
        <Opener slot="trigger">
          <b>From the Drawer</b>
          <small>
            {chosen.length === 0 ? "no part yet" : chosen.map(({ name }) => name).join(", ")}
            {data.built && " · built"}
          </small>
        </Opener>
      </Heading>
      <DisclosurePanel>
        {open && (
          <Body>
            {!owned && (
              <p>
                Nothing that fits lies in <Link to="/drawer">the Drawer</Link>.
              </p>
            )}
            {data.places
              .filter(({ options, entry }) => options.length > 0 || entry)
              .map((place) => (
                <div key={place.place}>
                  <PickField
                    above
                    label={NAMES[place.place]}
                    value={place.entry ?? ""}
                    disabled={data.built || put.isPending}
                    options={optionsOf(place)}
                    onChange={(entry) => put.mutate({ place, entry: entry || null })}
                  />
                  {place.entry && (
                    <Quiet as="p">
                      {place.gone && "It was put away since; its figures stay. "}
                      {!place.agrees && "This motor says something else of it by now: its own band does not count. "}
                      {place.unit === "m" ? `Takes ${place.takes} m of it.` : `Takes ${place.takes} of them.`}
                    </Quiet>
                  )}
                </div>
              ))}
            {chosen.length > 0 &&
              (data.built ? (
                <PlainButton onPress={() => stock.mutate(() => takeApart(id))}>
                  Taken apart: give the parts back
                </PlainButton>
              ) : (
                <PlainButton onPress={() => stock.mutate(() => buildMotor(id))}>Built: draw the parts</PlainButton>
              ))}
            {trouble && <Trouble role="alert">{errorLine(trouble)}</Trouble>}
          </Body>
        )}
      </DisclosurePanel>
    </Line>
  );
}

function optionsOf(place: PartPlace) {
  const fitting = place.options
    .filter(({ why_not, key }) => !why_not || key === place.entry)
    .map(({ key, name, amount, unit }) => ({ key, label: `${name} (${amount}${unit === "m" ? " m" : ""})` }));
  const gone = place.entry && !fitting.some(({ key }) => key === place.entry);
  return [
    { key: "", label: "as told by the dials" },
    ...(gone ? [{ key: place.entry!, label: `${place.name} (put away)` }] : []),
    ...fitting,
  ];
}

const Line = styled(Disclosure)`
  border-top: 1px solid ${({ theme }) => theme.rule};
  h2 {
    font-size: 1rem;
    font-weight: 400;
    font-family: ${({ theme }) => theme.faces.text};
  }
`;
const Opener = styled(Button)`
  display: grid;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  padding: 6px 2px;
  font: inherit;
  color: ${({ theme }) => theme.text};
  cursor: pointer;
  small {
    color: ${({ theme }) => theme.quiet};
  }
  &[data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.action};
  }
`;
const Body = styled.div`
  display: grid;
  gap: 8px;
  padding: 0 2px 8px;
  p {
    margin: 2px 0 0;
    font-size: 0.85rem;
  }
`;
