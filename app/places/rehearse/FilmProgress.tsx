import { Button, Progress } from "@mantine/core";
import { findCurrentTake } from "#core/document/lesson";
import { formatClock } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { type FilmState, filmMaker } from "../../lesson/output/film-maker.ts";
import styles from "./TakeOut.module.css";

/** How far the film is, how it can be stopped, and what came of it. */
export function FilmProgress({ film }: { film: FilmState }) {
  const { lesson, lessonId } = useLesson();
  const take = findCurrentTake(lesson);
  switch (film.kind) {
    case "none":
      return null;
    case "making":
      return (
        <div className={styles.making}>
          <span>
            {film.called}: {Math.floor(film.share * 100)} %
            {film.leftS === null ? "" : `, ${formatClock(film.leftS * 1000)} left`}
          </span>
          <Progress value={film.share * 100} aria-label="How much is made" />
          <Button variant="default" size="compact-md" onClick={filmMaker.cancel}>
            Stop and throw it away
          </Button>
        </div>
      );
    case "done":
      return (
        <div className={styles.making} role="status" data-film="done">
          <span>
            {film.called} is written. {film.says}
          </span>
          {film.address ? (
            <a href={film.address} download={film.called}>
              Save it once more
            </a>
          ) : null}
          {film.what === "video" ? (
            <span>
              Beside it:{" "}
              {take && !take.narration ? null : (
                <>
                  <a href={`/lessons/${lessonId}/times/vtt`}>captions</a>,{" "}
                </>
              )}
              <a href={`/lessons/${lessonId}/times/chapter-list`}>chapters</a>.
            </span>
          ) : null}
        </div>
      );
    case "cancelled":
      return <p role="status">{film.called} was stopped; nothing of it is left.</p>;
    case "failed":
      return <p role="alert">{film.says}</p>;
  }
}
