import { Button, Progress } from "@mantine/core";
import { useState } from "react";
import { useNavigate, useSubmit } from "react-router";
import type { BundleAnswer } from "../../routes/bundle-in.ts";
import { DropFile } from "../../ui/DropFile.tsx";
import { FilePick } from "../../ui/FilePick.tsx";
import { putFile } from "../../ui/put-file.ts";

/** Brings in a lesson: a bundle with all that belongs to it, or a document alone. */
export function BringIn({ onProblems }: { onProblems: (problems: readonly string[]) => void }) {
  const submit = useSubmit();
  const navigate = useNavigate();
  const [sent, setSent] = useState<number | null>(null);
  const take = async (file: File) => {
    onProblems([]);
    if (/\.json$/i.test(file.name) || file.type === "application/json") {
      const form = new FormData();
      form.set("intent", "bring-in");
      form.set("file", file);
      return submit(form, { method: "post", encType: "multipart/form-data" });
    }
    setSent(0);
    const answer = await putFile<BundleAnswer>("/bundles", file, setSent);
    setSent(null);
    if ("id" in answer) return navigate(`/lessons/${answer.id}`);
    onProblems("problems" in answer ? answer.problems : [answer.problem]);
  };
  return (
    <>
      <DropFile says="Let go to put this lesson on the shelf" onDrop={(file) => void take(file)} />
      <FilePick accept=".zip,application/zip,.json,application/json" onPick={(file) => void take(file)}>
        {(props) => (
          <Button variant="default" {...props} loading={sent !== null}>
            Bring in a lesson file
          </Button>
        )}
      </FilePick>
      {sent !== null ? <Progress value={sent * 100} w={120} aria-label="Bringing it in" /> : null}
    </>
  );
}
