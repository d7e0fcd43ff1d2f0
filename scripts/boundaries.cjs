/** Arrows between rooms point downwards only: docs/architecture.md. */
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^(src|demo|campaign|e2e|scripts|benchmarks)/", pathNot: allowed.map((a) => `^${a}`) },
});

const courses = [
  "language",
  "numerics",
  "geometry",
  "camera",
  "course",
  "brackets",
  "lens",
  "lines",
  "attitude",
  "own-edges",
  "shape",
  "frame",
  "edges",
  "finish",
  "recipe",
  "render",
  "edits",
  "answers",
  "contract",
];

module.exports = {
  forbidden: [
    only("core-alone", "^src/core/", ["src/core/"]),
    only("language-on-core", "^src/language/", ["src/language/", "src/core/language"]),
    only("client-on-core", "^src/client/", ["src/client/", "src/language/", "src/core/"]),
    only("ui-on-client", "^src/ui/", ["src/ui/", "src/client/", "src/language/", "src/core/"]),
    only("screens-on-client", "^src/(bench|board)/", [
      "src/(bench|board|ui)/",
      "src/client/",
      "src/language/",
      "src/core/",
    ]),
    only("server-on-core", "^src/server/", ["src/server/", "src/language/", "src/core/"]),
    only("hands-on-server", "^src/hands/", ["src/hands/", "src/server/", "src/language/", "src/core/"]),
    only("serve-on-server", "^src/serve/", ["src/serve/", "src/server/", "src/language/", "src/core/"]),
    only("campaign-on-server", "^campaign/", ["campaign/", "src/server/", "src/language/", "src/core/"]),
    {
      name: "one-door-to-the-image-library",
      comment: "src/server/image/library blocks what is no photo.",
      severity: "error",
      from: { path: "^src/", pathNot: "\\.test\\.ts$|^src/server/(image/library|testing)\\.ts$" },
      to: { path: "node_modules/sharp/" },
    },
    only("worker-on-server", "^src/worker/", ["src/worker/", "src/server/", "src/language/", "src/core/"]),
    only("cli-on-server", "^src/cli/", ["src/cli/", "src/server/", "src/language/", "src/core/"]),
    only("demo-on-server", "^demo/", ["demo/", "src/server/", "src/language/", "src/core/"]),
    {
      name: "truth-apart",
      comment: "The truth must be able to contradict the product.",
      severity: "error",
      from: { path: "^demo/truth/", pathNot: "\\.test\\.ts$" },
      to: { path: "^src/" },
    },
    only("e2e-on-nothing", "^e2e/", ["e2e/"]),
    { name: "screens-apart", severity: "error", from: { path: "^src/bench/" }, to: { path: "^src/board/" } },
    { name: "screens-apart-too", severity: "error", from: { path: "^src/board/" }, to: { path: "^src/bench/" } },
    {
      name: "courses-apart",
      comment: "What two courses share lies above their folders.",
      severity: "error",
      from: { path: "^src/bench/courses/([^/]+)/", pathNot: "\\.test\\.tsx?$" },
      to: { path: "^src/bench/courses/[^/]+/", pathNot: "^src/bench/courses/$1/" },
    },
    {
      name: "courses-under-the-sheet",
      comment: "Courses give their marks; the sheet draws what the open course gives.",
      severity: "error",
      from: { path: "^src/bench/(courses|commands)/" },
      to: { path: "^src/bench/sheet/" },
    },
    {
      name: "sheet-names-no-course",
      severity: "error",
      from: { path: "^src/bench/sheet/" },
      to: { path: "^src/bench/courses/", pathNot: "^src/bench/courses/(index|bench-course|loaded)\\.tsx?$" },
    },
    {
      name: "what-courses-share-lies-beneath",
      comment: "Marks, tools, brushes, checks, the picture, fills and comparing know neither courses nor the sheet.",
      severity: "error",
      from: {
        path: "^src/bench/(marks|tools|check|brush|picture|made-up|compare|own-edges)/",
        pathNot: "\\.test\\.tsx?$",
      },
      to: { path: "^src/bench/(courses|sheet)/" },
    },
    {
      name: "courses-by-their-two-lists",
      comment: "Everything but the two lists goes through them.",
      severity: "error",
      from: { path: "^src/(bench|client|board|app|server|cli)/", pathNot: "^src/bench/courses/|\\.test(ing)?\\.tsx?$" },
      to: { path: "^src/core/[^/]+/course\\.ts$" },
    },
    {
      name: "edits-without-interface",
      comment: "A job over many photos and the command line do the same edits: nothing of a screen may reach them.",
      severity: "error",
      from: { path: "^src/core/edits/" },
      to: { path: "^src/(bench|client|ui)/" },
    },
    {
      name: "tools-know-no-course",
      severity: "error",
      from: { path: "^src/bench/tools/", pathNot: "\\.test\\.tsx?$" },
      to: { path: "^src/bench/courses/" },
    },
    {
      name: "core-pure",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test(ing)?\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "core-libraries",
      comment: "The core may use zod, ml-matrix and lru-cache, nothing else.",
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test(ing)?\\.ts$" },
      to: { dependencyTypes: ["npm", "npm-dev"], pathNot: "node_modules/(zod|ml-matrix|intl-messageformat|lru-cache)" },
    },
    {
      name: "server-no-react",
      severity: "error",
      from: { path: "^src/(server|worker|hands|cli)/" },
      to: { path: "node_modules/(react|next)/" },
    },
    {
      name: "no-cycles",
      severity: "error",
      from: { path: "^(src|campaign)/" },
      to: { circular: true, viaOnly: { pathNot: "index\\.ts$" } },
    },
    // Within the core, a folder may import only folders before it.
    ...courses.map((course, i) => ({
      name: `core-${course}`,
      severity: "error",
      from: { path: `^src/core/${course}/`, pathNot: "\\.test(ing)?\\.ts$" },
      to: {
        path: `^src/core/(${courses
          .slice(i + 1)
          .concat("testing")
          .join("|")})`,
      },
    })),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: [".ts", ".tsx", ".js", ".mjs"] },
  },
};
