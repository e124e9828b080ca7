import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answered, client, posted, ProblemError, type Demonstration } from "../api/client";
import { shelfQuery } from "../api/queries";

/** What can be done on the shelf. Trouble is told in words and changes nothing. */
export function useShelf() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [gone, setGone] = useState<{ id: string; title: string } | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [said, setSaid] = useState("");

  const doing = async (work: () => Promise<unknown>) => {
    setProblems([]);
    try {
      await work();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblems([error.line]);
    }
    await queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
  };
  const at = (motor: { id: string }) => ({ params: { path: { id: motor.id } } });

  return {
    gone,
    problems,
    said,
    takeInEverything: async (file: File | undefined) => {
      if (!file) return;
      const form = new FormData();
      form.set("file", file);
      await doing(async () => {
        setSaid("");
        const answer = await posted("/api/archive", form);
        const counted = (await answer.json()) as { demonstrations: number; trials: number; unread: number };
        const unread = counted.unread ? ` ${counted.unread} of them cannot be read here.` : "";
        setSaid(`${counted.demonstrations} motors and ${counted.trials} trials came in from ${file.name}.${unread}`);
      });
    },
    start: (kind: string) =>
      void doing(async () => {
        const made = await answered(client.POST("/api/shelf", { body: { kind } }));
        await navigate(`/motor/${made.id}`);
      }),
    duplicate: (motor: Demonstration) =>
      void doing(() => answered(client.POST("/api/shelf/{id}/duplicate", at(motor)))),
    remove: (motor: { id: string; title: string }) =>
      void doing(async () => {
        await answered(client.DELETE("/api/shelf/{id}", at(motor)));
        setGone(motor);
      }),
    putBack: () =>
      void doing(async () => {
        if (!gone) return;
        await answered(client.POST("/api/shelf/{id}/restore", at(gone)));
        setGone(null);
      }),
    rename: (motor: Demonstration, title: string) =>
      void doing(() => {
        const body = { version: motor.version, title, design: motor.design, change: `renamed to ${title}` };
        return answered(client.PUT("/api/shelf/{id}", { ...at(motor), body }));
      }),
    takeIn: async (files: File[]) => {
      const refused: string[] = [];
      for (const file of files) {
        try {
          const content: unknown = JSON.parse(await file.text());
          await answered(client.POST("/api/shelf/import", { body: { content } }));
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
