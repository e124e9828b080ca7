import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { posted, errorLine, type Arrival, type ArchivePreview } from "../api/client";

export type Mode = "merge" | "replace";

export interface BackupFile {
  name: string;
  preview: ArchivePreview | null;
  trouble: string;
  takeIn: (mode: Mode) => void;
}

const form = (file: File, mode?: Mode) => {
  const body = new FormData();
  body.set("file", file);
  if (mode) body.set("mode", mode);
  return body;
};

/** A backup that was chosen: first what it would bring, then taken in. `said` tells what came of it. */
export function useBackup() {
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [preview, setPreview] = useState<ArchivePreview | null>(null);
  const [trouble, setTrouble] = useState("");
  const [status, setStatus] = useState("");
  const ask = async <T>(path: string, body: FormData): Promise<T | null> => {
    try {
      const answer = await posted(path, body);
      setTrouble("");
      return (await answer.json()) as T;
    } catch (error) {
      setTrouble(errorLine(error as Error));
      return null;
    }
  };
  const close = () => setFile(null);
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(chosen);
    setPreview(null);
    setTrouble("");
    setStatus("");
    setPreview(await ask<ArchivePreview>("/api/archive/preview", form(chosen)));
  };
  const takeIn = async (mode: Mode) => {
    if (!file) return;
    const arrivals = await ask<Arrival[]>("/api/archive", form(file, mode));
    if (!arrivals) return;
    const fresh = arrivals.filter(({ state }) => state !== "same").length;
    setStatus(`${fresh} of ${arrivals.length} motors of ${file.name} brought something new.`);
    close();
    await queries.invalidateQueries();
  };
  const shown: BackupFile | null = file && {
    name: file.name,
    preview,
    trouble,
    takeIn: (mode) => void takeIn(mode),
  };
  return { shown, status, open, close };
}
