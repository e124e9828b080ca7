import { useQuery } from "@tanstack/react-query";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import type { Link } from "../api/client";
import { explainedQuery } from "../api/queries";
import { Quiet } from "../theme/parts";
import { useFigures } from "../theme/FiguresProvider";

/** A link's name; pressed, it tells what its figure is, how it is found, and what good motors show. */
export function LinkMeaning({ link, number, kind }: { link: Link; number: number; kind: string }) {
  const words = `${number} ${link.name}`;
  return (
    <DialogTrigger>
      <Opener aria-label={`${words}: what this means`}>{words}</Opener>
      <Sheet placement="left top">
        <Dialog aria-label={link.name}>
          <Meaning link={link} kind={kind} />
        </Dialog>
      </Sheet>
    </DialogTrigger>
  );
}

function Meaning({ link, kind }: { link: Link; kind: string }) {
  const { data, error } = useQuery(explainedQuery(kind));
  const { telling } = useFigures();
  const meant = data?.find((each) => each.id === link.id);
  if (error) return <p>{error.message}</p>;
  if (!meant) return <Quiet role="status">Loading …</Quiet>;
  return (
    <>
      <h3>{link.name}</h3>
      <p>{meant.what}</p>
      <p>{meant.how}</p>
      <p>{telling === "plain" ? meant.plainly : meant.good}</p>
    </>
  );
}

const Opener = styled(Button)`
  border: 0;
  background: none;
  padding: 0;
  min-height: 1.5rem;
  font: inherit;
  font-weight: 650;
  color: inherit;
  cursor: pointer;
  text-decoration: underline dotted 1px;
  text-underline-offset: 4px;
  &:hover {
    color: ${({ theme }) => theme.action};
  }
`;
const Sheet = styled(Popover)`
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  color: ${({ theme }) => theme.text};
  width: min(24rem, 90vw);
  padding: 10px 16px;
  h3 {
    font-family: ${({ theme }) => theme.faces.title};
  }
  p {
    padding: 4px 0;
    line-height: 1.35;
  }
`;
