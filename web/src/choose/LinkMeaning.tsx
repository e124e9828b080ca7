import { useQuery } from "@tanstack/react-query";
import { Button, Dialog, DialogTrigger, Popover } from "react-aria-components";
import styled from "styled-components";
import type { Design, Link } from "../api/client";
import { explainedQuery, sumsQuery } from "../api/queries";
import { Quiet } from "../theme/parts";
import { useFigures } from "../theme/FiguresProvider";

/** The design whose sums are told, and the key of what was learned of it. */
export interface SumsOf {
  design: Design;
  learned?: string;
}

interface Props {
  link: Link;
  number: number;
  kind: string;
  of?: SumsOf;
}

/** A link's name; pressed, it tells what its figure is, the sum behind it, and what good motors show. */
export function LinkMeaning({ link, number, kind, of }: Props) {
  const words = `${number} ${link.name}`;
  return (
    <DialogTrigger>
      <Opener aria-label={`${words}: what this means`}>{words}</Opener>
      <Sheet placement="left top">
        <Dialog aria-label={link.name}>
          <Meaning link={link} kind={kind} of={of} />
        </Dialog>
      </Sheet>
    </DialogTrigger>
  );
}

function Meaning({ link, kind, of }: Omit<Props, "number">) {
  const { data, error } = useQuery(explainedQuery(kind));
  const { telling } = useFigures();
  const meant = data?.find((each) => each.id === link.id);
  if (error) return <p>{error.message}</p>;
  if (!meant) return <Quiet role="status">Loading …</Quiet>;
  return (
    <>
      <h3>{link.name}</h3>
      <p>{meant.what}</p>
      {of ? <TheSum link={link} of={of} /> : <p>{meant.how}</p>}
      <p>{telling === "plain" ? meant.plainly : meant.good}</p>
      <p>
        <a href={`/api/docs/physics#${link.name.toLowerCase().replaceAll(" ", "_")}`} target="_blank" rel="noreferrer">
          How it is found, law by law
        </a>
      </p>
    </>
  );
}

/** The sum with this design's own numbers, and what makes its band. */
function TheSum({ link, of }: { link: Link; of: SumsOf }) {
  const { data, error } = useQuery(sumsQuery(of.design, of.learned));
  const sum = data?.find((each) => each.link === link.id);
  if (error) return <p>{error.message}</p>;
  if (!sum) return <Quiet role="status">Working out the sum …</Quiet>;
  return (
    <>
      <h4>The sum, for the typical build</h4>
      <Lines>
        {sum.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Lines>
      {sum.spreads.length > 0 && (
        <>
          <h4>What makes the band</h4>
          <Lines as="ul">
            {sum.spreads.map((spread) => (
              <li key={spread.name}>
                {Math.round(100 * spread.part)} %: {spread.meaning}, {spread.range} <Quiet>({spread.source})</Quiet>
              </li>
            ))}
          </Lines>
        </>
      )}
    </>
  );
}

const Lines = styled.ol`
  margin: 0;
  padding-left: 1.2em;
  font-size: 0.93rem;
  line-height: 1.35;
`;
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
  width: min(28rem, 90vw);
  padding: 10px 16px;
  h3 {
    font-family: ${({ theme }) => theme.faces.title};
  }
  max-height: 80vh;
  overflow: auto;
  h4 {
    margin: 6px 0 2px;
  }
  p {
    padding: 4px 0;
    line-height: 1.35;
  }
  a {
    color: ${({ theme }) => theme.action};
  }
`;
