import { startTransition, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { type Course, type CourseEdit, editCourse } from "#core/class/course";

export interface CourseEdits {
  /** The course with what is on its way. */
  readonly course: Course;
  readonly busy: boolean;
  /** Why the last gesture was not taken; null when it was. */
  readonly problem: string | null;
  edit(edit: CourseEdit): void;
  ask(asked: object): void;
}

/** Gestures on a course go to the server one after another, and are shown as done from the first. */
export function useCourseEdits(stored: Course): CourseEdits {
  const fetcher = useFetcher<{ problem: string | null }>();
  const [under, setUnder] = useState<readonly object[]>([]);
  const line = useRef(Promise.resolve());
  const send = useRef(fetcher.submit);
  send.current = fetcher.submit;
  const ask = (asked: object) => {
    setUnder((all) => [...all, asked]);
    // The course as it came back is shown in a transition: without waiting for it, the old one would be seen for a moment.
    const over = () => startTransition(() => setUnder((all) => all.filter((one) => one !== asked)));
    line.current = line.current
      .then(() => send.current(asked as never, { method: "post", encType: "application/json" }))
      .then(over, over);
  };
  const course = under.reduce((now: Course, asked) => {
    const { edit } = asked as { edit?: CourseEdit };
    return edit ? editCourse(now, edit) : now;
  }, stored);
  return {
    course,
    busy: under.length > 0,
    problem: under.length > 0 ? null : (fetcher.data?.problem ?? null),
    edit: (edit) => {
      if (editCourse(course, edit) !== course) ask({ intent: "edit", edit });
    },
    ask,
  };
}
