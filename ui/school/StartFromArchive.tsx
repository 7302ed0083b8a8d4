"use client";

import { useState } from "react";
import { FormError } from "../forms/Field";
import { countOf } from "../words/count";
import { useCommand } from "../useCommand";
import { sendFile } from "../sendFile";

interface Started {
  schoolName: string;
  ownerName: string;
  pieces: number;
}

/** What an owner of a school with nothing in it can do instead of beginning: take in what was kept elsewhere. */
export function StartFromArchive() {
  const { wait, busy, error } = useCommand();
  const [sentShare, setSentShare] = useState(0);
  const [started, setStarted] = useState<Started | null>(null);
  const [name, setName] = useState("");
  const start = async (file: File | undefined) => {
    if (!file) return;
    setSentShare(0);
    const query = name.trim() === "" ? "" : `?${new URLSearchParams({ name }).toString()}`;
    const answer = await wait(
      sendFile<Started>(`/api/school/archive/in${query}`, file, { onProgress: setSentShare }),
    );
    if (answer.ok) setStarted(answer.value);
  };
  return (
    <section aria-label="Start from an archive" className="mt-4 max-w-2xl bg-sheet p-5">
      <h2 className="font-slab text-20 font-semibold">Kept elsewhere until now?</h2>
      {started ? (
        <div role="status" className="mt-2 text-15">
          <p>
            <b>{started.schoolName}</b> is here, with {countOf(started.pieces, "piece")}, each the
            same to the last reading. You are <b>{started.ownerName}</b> in it; everybody else needs
            a way in from you, for passwords are in no archive.
          </p>
          {/* Whose page this is has changed: it is asked for anew. */}
          <button
            type="button"
            className="button button-main mt-3"
            onClick={() => location.assign("/school")}
          >
            Open it
          </button>
        </div>
      ) : (
        <>
          <p className="mt-2 text-15">
            The archive of a school (a ZIP, as its owner took it out) puts its people, course,
            exercises and pieces here in place of this one, in which nothing was entered yet. Every
            row is read back and compared; it is all put in, or nothing.
          </p>
          <label className="mt-3 block text-15 font-semibold">
            Call it
            <input
              className="field mt-1 w-full font-normal"
              placeholder="as it was called"
              value={name}
              disabled={busy}
              onChange={({ target }) => setName(target.value)}
            />
          </label>
          <label className="mt-3 block text-15 font-semibold">
            Archive
            <input
              type="file"
              accept=".zip,application/zip"
              className="mt-1 block min-h-11 w-full font-normal"
              disabled={busy}
              onChange={({ target }) => {
                void start(target.files?.[0]);
                target.value = "";
              }}
            />
          </label>
          <p role="status" className="min-h-6 text-15">
            {busy
              ? sentShare < 1
                ? `Sending: ${Math.floor(sentShare * 100)} %`
                : "Putting it in, and comparing every row …"
              : null}
          </p>
          <FormError>{error}</FormError>
        </>
      )}
    </section>
  );
}
