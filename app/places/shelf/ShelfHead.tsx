import { Button, Menu, SegmentedControl, TextInput } from "@mantine/core";
import { Form, useNavigation, useSubmit } from "react-router";
import { BringIn } from "./BringIn.tsx";
import styles from "./Shelf.module.css";

/** The three ways to another lesson: a title, a demo, a file. */
export function ShelfHead({
  demos,
  onRefused,
}: {
  demos: readonly { name: string; title: string }[];
  /** Says why files were not brought in; nothing when they were. */
  onRefused: (problems: readonly string[]) => void;
}) {
  const busy = useNavigation().state !== "idle";
  const submit = useSubmit();
  return (
    <header className={styles.head}>
      <h1>
        <img src="/mark.svg" alt="" width={40} height={40} /> Regulanda
      </h1>
      <div className={styles.ways}>
        <Form method="post" className={styles.new}>
          <input type="hidden" name="intent" value="new" />
          <TextInput
            name="title"
            aria-label="Title of a new lesson"
            placeholder="A new lesson…"
            required
            maxLength={120}
            className={styles.newTitle ?? ""}
          />
          <SegmentedControl
            name="unit"
            aria-label="Measures"
            data={[
              { value: "in", label: "inches" },
              { value: "mm", label: "mm" },
            ]}
          />
          <Button type="submit" loading={busy}>
            Start
          </Button>
        </Form>
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default">From a demo</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {demos.map(({ name, title }) => (
              <Menu.Item
                key={name}
                onClick={() => void submit({ intent: "from-demo", name }, { method: "post" })}
              >
                {title}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
        <BringIn onProblems={onRefused} />
      </div>
    </header>
  );
}
