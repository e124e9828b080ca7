import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { post, del, put, ProblemError, type Demonstration } from "../api/client";
import { putAwayQuery, shelfQuery } from "../api/queries";

/** A motor that was just put away, and its place among what is shown. */
export interface Gone {
  id: string;
  title: string;
  place: number;
}

/** What can be done on the shelf. Trouble is told in words and changes nothing. */
export function useShelf() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [gone, setGone] = useState<Gone[]>([]);
  const [returned, setReturned] = useState("");
  const [problems, setProblems] = useState<string[]>([]);

  const doing = async (work: () => Promise<unknown>) => {
    setProblems([]);
    try {
      await work();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblems([error.line]);
    }
    await Promise.all([shelfQuery, putAwayQuery].map(({ queryKey }) => queries.invalidateQueries({ queryKey })));
  };
  const at = (motor: { id: string }) => ({ params: { path: { id: motor.id } } });

  return {
    gone,
    returned,
    problems,
    start: (kind: string) =>
      void doing(async () => {
        const made = await post("/api/shelf", { body: { kind } });
        await navigate(`/motor/${made.id}`);
      }),
    duplicate: (motor: Demonstration) => void doing(() => post("/api/shelf/{id}/duplicate", at(motor))),
    remove: (motor: { id: string; title: string }, place = 0) =>
      void doing(async () => {
        await del("/api/shelf/{id}", at(motor));
        setReturned("");
        setGone((before) => [...before, { id: motor.id, title: motor.title, place }]);
      }),
    putBack: (motor: { id: string; title: string }) =>
      void doing(async () => {
        await post("/api/shelf/{id}/restore", at(motor));
        setReturned(motor.id);
        setGone((before) => before.filter(({ id }) => id !== motor.id));
      }),
    rename: (motor: Demonstration, title: string) =>
      void doing(() => {
        const body = { version: motor.version, title, design: motor.design, change: `renamed to ${title}` };
        return put("/api/shelf/{id}", { ...at(motor), body });
      }),
    takeIn: async (files: File[]) => {
      const refused: string[] = [];
      for (const file of files) {
        try {
          const content: unknown = JSON.parse(await file.text());
          await post("/api/shelf/import", { body: { content } });
        } catch (error) {
          const reason =
            error instanceof ProblemError ? error.line : "The file is cut off or damaged: export it again.";
          refused.push(`${file.name} was not imported. ${reason}`);
        }
      }
      setProblems(refused);
      await queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
    },
  };
}

export type ShelfActions = ReturnType<typeof useShelf>;
