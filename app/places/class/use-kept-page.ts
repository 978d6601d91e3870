import { useEffect, useState } from "react";
import { keepPageHere } from "../../lesson/class/keep-class-here.ts";

/** Keeps this page as long as the class lasts; whether it can be opened again without a network. */
export function useKeptPage(lessonId: string): boolean {
  const [kept, setKept] = useState(false);
  useEffect(() => {
    let gone = false;
    void keepPageHere(lessonId).then((done) => !gone && setKept(done));
    return () => {
      gone = true;
    };
  }, [lessonId]);
  return kept;
}
