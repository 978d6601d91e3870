import { Button, Menu } from "@mantine/core";
import { putTask } from "#core/document/changes";
import { TASK_KINDS, USUAL_TASKS } from "#core/telling/tasks";
import { useLesson } from "../../lesson/lesson-context.ts";

/** Puts in a step without a line: where such tasks go, or after the step that is looked at, about the things chosen. */
export function PutTask({ things }: { things: readonly string[] }) {
  const { lesson, step, commit, chooseStep } = useLesson();
  return (
    <Menu position="top-start" withinPortal shadow="md">
      <Menu.Target>
        <Button size="compact-sm" variant="default" style={{ alignSelf: "flex-start" }}>
          Put in a task…
        </Button>
      </Menu.Target>
      <Menu.Dropdown mah={420} style={{ overflowY: "auto" }}>
        {TASK_KINDS.map((kind) => {
          const { title, minutes, dryMinutes } = USUAL_TASKS[kind];
          return (
            <Menu.Item
              key={kind}
              rightSection={
                <small>{dryMinutes ? `${minutes} min, dries ${dryMinutes}` : `${minutes} min`}</small>
              }
              onClick={() => {
                const { changes, stepId } = putTask(lesson, kind, step, things);
                commit(changes);
                chooseStep(stepId);
              }}
            >
              {title}
            </Menu.Item>
          );
        })}
      </Menu.Dropdown>
    </Menu>
  );
}
