import { index, type RouteConfig, route } from "@react-router/dev/routes";

export default [
  index("routes/shelf.tsx"),
  route("lessons/:lessonId", "routes/lesson.tsx", [
    index("routes/lesson-start.tsx"),
    route("plan", "routes/plan.tsx"),
    route("paper", "routes/paper.tsx"),
    route("build", "routes/build.tsx"),
    route("narrate", "routes/narrate.tsx"),
    route("rehearse", "routes/rehearse.tsx"),
    route("hand-out", "routes/hand-out.tsx"),
    route("log", "routes/log.tsx"),
  ]),
  route("lessons/:lessonId/save", "routes/save.ts"),
  route("lessons/:lessonId/file", "routes/lesson-file.ts"),
  route("lessons/:lessonId/picture/:of.svg", "routes/lesson-picture.ts"),
  route("lessons/:lessonId/prints/:printId/cards.pdf", "routes/print-pdf.ts"),
  route("lessons/:lessonId/recording", "routes/recording.ts"),
  route("lessons/:lessonId/bundle", "routes/bundle-out.ts"),
  route("lessons/:lessonId/watch", "routes/watch.ts"),
  route("lessons/:lessonId/revisions/:revision/picture.svg", "routes/revision-picture.ts"),
  route("lessons/:lessonId/times/:format", "routes/times.ts"),
  route("enter", "routes/enter.tsx"),
  route("bundles", "routes/bundle-in.ts"),
  route("media/:file", "routes/media.ts"),
  route("*", "routes/not-found.tsx"),
] satisfies RouteConfig;
