import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Input, TextField } from "react-aria-components";
import { Link } from "react-router";
import styled from "styled-components";
import type { Demonstration } from "../api/client";
import { lookQuery } from "../api/queries";
import { LinkLoop } from "../drawing/LinkLoop";
import { Thumbnail } from "../drawing/Thumbnail";
import { PlainButton, Quiet } from "../theme/parts";
import type { ShelfActions } from "./useShelf";

interface Props {
  demonstration: Demonstration;
  /** Its place among what is shown. */
  place: number;
  shelf: ShelfActions;
}

/** One demonstration on the shelf: drawn small, with its verdict and what can be done with it. */
export function ShelfEntry({ demonstration, place, shelf }: Props) {
  const { data } = useQuery(lookQuery(demonstration.design));
  const [renaming, setRenaming] = useState(false);
  const weakest = data?.verdict.links.find((link) => link.id === data.verdict.weakest);
  const { title, id } = demonstration;
  const named = useRef<HTMLAnchorElement>(null);
  const isBack = shelf.returned === id;
  useEffect(() => {
    if (isBack) named.current?.focus();
  }, [isBack]);
  return (
    <Entry>
      <Link to={`/motor/${id}`} tabIndex={-1} aria-hidden>
        <Picture>{data && <Thumbnail geometry={data.drawing} width={300} height={290} />}</Picture>
      </Link>
      <Text>
        {renaming ? (
          <Rename
            title={title}
            done={(next) => {
              setRenaming(false);
              if (next && next !== title) shelf.rename(demonstration, next);
            }}
          />
        ) : (
          <h2>
            <Link to={`/motor/${id}`} ref={named}>
              {title}
            </Link>
          </h2>
        )}
        <Quiet>{demonstration.kind_name}</Quiet>
        {weakest && (
          <Verdict>
            <LinkLoop state={weakest.state} size={24} />
            <p>{data?.verdict.headline}</p>
          </Verdict>
        )}
        <Actions>
          <PlainButton aria-label={`Duplicate ${title}`} onPress={() => shelf.duplicate(demonstration)}>
            Duplicate
          </PlainButton>
          <PlainButton aria-label={`Rename ${title}`} onPress={() => setRenaming(true)}>
            Rename
          </PlainButton>
          <a href={`/api/shelf/${id}/file`} download aria-label={`Export ${title}`}>
            Export
          </a>
          <PlainButton aria-label={`Delete ${title}`} onPress={() => shelf.remove(demonstration, place)}>
            Delete
          </PlainButton>
        </Actions>
      </Text>
    </Entry>
  );
}

function Rename({ title, done }: { title: string; done: (title: string | null) => void }) {
  const [text, setText] = useState(title);
  return (
    <TextField aria-label="New title" value={text} onChange={setText} maxLength={80} autoFocus>
      <TitleInput
        onBlur={() => done(text.trim())}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") done(null);
        }}
      />
    </TextField>
  );
}

const Entry = styled.li`
  display: flex;
  flex-direction: column;
`;
const Picture = styled.div`
  height: 296px;
  display: grid;
  place-items: end center;
  border-bottom: 9px solid ${({ theme }) => theme.quiet};
`;
const Text = styled.div`
  padding: 10px 22px 0 14px;
  h2 {
    font-size: 1.2rem;
  }
  h2 a {
    color: inherit;
    text-decoration-thickness: 1px;
    text-underline-offset: 4px;
  }
`;
const Verdict = styled.div`
  display: grid;
  grid-template-columns: 28px 1fr;
  gap: 8px;
  padding: 6px 0;
  font-size: 0.95rem;
`;
const Actions = styled.div`
  display: flex;
  gap: 6px;
  margin-left: -6px;
  font-size: 0.9rem;
  a {
    color: ${({ theme }) => theme.action};
    text-decoration: none;
    padding: 0.25rem 0.4rem;
    &:hover {
      text-decoration: underline;
    }
  }
`;
const TitleInput = styled(Input)`
  font-family: ${({ theme }) => theme.faces.title};
  font-size: 1.2rem;
  width: 100%;
  background: ${({ theme }) => theme.raised};
  border: 1.5px solid ${({ theme }) => theme.quiet};
  padding: 2px 6px;
`;
