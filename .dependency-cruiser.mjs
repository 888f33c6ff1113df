/** core <- server <- features <- app, ui <- features: who may import whom. */
const notTests = { pathNot: "\\.test\\.tsx?$" };
const forbid = (name, from, to) => ({ name, severity: "error", from: { ...notTests, path: from }, to });

const rules = {
  forbidden: [
    forbid("core imports nothing of the house but core", "^core/", {
      path: "^(app|features|server|ui|demo|scripts|standins)/",
    }),
    {
      name: "a room of core is entered by its index",
      severity: "error",
      from: { path: "^core/([^/]+)/" },
      to: { path: "^core/[^/]+/.+", pathNot: "^core/($1/|[^/]+/index\\.ts$)" },
    },
    {
      name: "whoever stands outside of core enters a room by its index",
      severity: "error",
      from: { pathNot: "^core/" },
      to: { path: "^core/[^/]+/.+", pathNot: "^core/[^/]+/index\\.ts$" },
    },
    forbid("core knows no framework, database or Node module", "^core/", {
      path: "^node_modules/(react|next|pg|joi|radix-ui|pino|@radix-ui)(/|$)",
    }),
    forbid("core takes nothing from the machine", "^core/", { dependencyTypes: ["core"] }),
    forbid("server stands on core alone", "^server/", { path: "^(app|features|ui|demo|scripts|standins)/" }),
    forbid("the starter book is data: it knows core alone", "^starter/", {
      path: "^(app|features|server|ui|demo|scripts|standins)/",
    }),
    forbid("stand-ins are outside devices: they know nothing of the house", "^standins/", {
      path: "^(app|features|server|ui|core|demo)/",
    }),
    forbid("features never climb to app", "^features/", { path: "^(app|demo|scripts|standins)/" }),
    {
      name: "a feature does not reach into another",
      severity: "error",
      from: { ...notTests, path: "^features/([^/]+)/" },
      to: { path: "^features/", pathNot: "^features/($1|shared)/" },
    },
    forbid("ui knows no job and no vehicle", "^ui/", { path: "^(app|features|core/(?!finder/)|server|demo|scripts)/" }),
    forbid("Radix is wrapped in ui", "^(app|features)/", { path: "^node_modules/(radix-ui|@radix-ui|cmdk)/" }),
    forbid("SQL's driver stays in server/db", "^(app|features|core|ui|demo|server/(?!db/))", {
      path: "^node_modules/pg/",
    }),
    { name: "no circles", severity: "error", from: {}, to: { circular: true } },
    { name: "what is imported is declared", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(node_modules|\\.next|\\.data)/" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};

export default rules;
