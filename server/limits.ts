/**
 * Every limit on what people and programs send, with its reason. What depends on the machine is a
 * setting (`config.ts`); everything else stands here.
 */
export const limits = {
  /** Bytes a request's body may have, by what it carries. JSON of a megabyte takes some ten milliseconds. */
  body: {
    /** Names, numbers, choices. */
    small: 20_000,
    /** Text that a person writes: words, notes, provisions. */
    text: 250_000,
    /** Values of props and what fills slots, as examples keep them. */
    usage: 1_000_000,
    /** What was seen of every member of a component. */
    evidence: 2_000_000,
    /** One file of source as it is written, escaped as JSON. */
    source: 5_000_000,
    /** A token file; five thousand tokens have about one megabyte. */
    tokens: 2_500_000,
    /** SVG files or a font of some thousand icons, escaped as JSON. */
    icons: 5_000_000,
  },
  /**
   * How deep JSON may be nested: what is walked by functions that call themselves stays far from the end of
   * the stack.
   */
  jsonDepth: 100,
  /** Characters a path of source may have: PostgreSQL indexes no more than some 2,700 bytes. */
  path: 600,
  /** What a form with files may hold besides files, and how long a field may be. */
  form: { files: 20_000, fields: 5_000, field: 2_000 },
  /**
   * Problems that are told of one request. Limits of token files stand in the core, beside what reads them
   * (`tokens/document.ts`, `tokens/resolve.ts`).
   */
  problems: 200,
  /**
   * Of one library: changes that are let in at once, tasks that wait for the child processes, texts that are
   * tried at once, names it may give to widths; and named variants, with what is ruled out, of one component.
   */
  library: {
    admitted: 3,
    waiting: 60,
    tried: 4,
    widths: 24,
    combinations: 200,
    waivers: 2000,
    fittings: 30,
    fittingChanges: 500,
  },
  /**
   * Processes that work through what is not trusted: two of them, as there are processors on a small server.
   */
  children: {
    megabytes: 768,
    children: 2,
    /** Starting one takes over a second, which somebody who writes would wait for. */ idleSeconds: 600,
    /** Of all that waits for them together. */ waitingBytes: 400_000_000,
  },
  /** Seconds each of their tasks may take. */
  tasks: {
    tryOut: 60,
    unpack: 30,
    dependencies: 20,
    read: 180,
    written: 20,
    asks: 20,
    begin: 45,
    modules: 120,
    iconSet: 30,
    package: 90,
    guide: 90,
    publishBody: 30,
    themesCss: 10,
    tokenFiles: 20,
    check: 60,
    usedFor: 60,
    pageSheets: 30,
    overrides: 30,
    offered: 60,
    tokenEdit: 10,
    fitting: 10,
    rename: 20,
    uses: 20,
    tokenFile: 10,
    tokenSets: 20,
    difference: 20,
    pictures: 20,
    consumerTypes: 90,
    consumerBundle: 60,
  },
  /**
   * Trying a library in a browser: seconds for one component in all, and for a turn, after which others come.
   * How much memory the browser may have is a setting.
   */
  evidence: {
    componentSeconds: 150,
    accessibleSeconds: 30,
    chartSeconds: 20,
    looksSeconds: 40,
    isolationSeconds: 20,
    turnSeconds: 90,
  },
  /**
   * Seconds one picture may take, and those in which pictures of one library are taken, before others
   * come.
   */
  pictures: { pictureSeconds: 45, turnSeconds: 90 },
  /**
   * Seconds that using a package as a consumer may take: to install it, to load it in a page, and for the
   * library’s own tests.
   */
  consumer: { installSeconds: 180, loadSeconds: 30, testSeconds: 600 },
  /** Seconds that installing what a published package names may take: clients wait for half a minute. */
  published: { installSeconds: 15 },
  /** What an address may ask for without an account, in one process. */
  visitors: { requests: 600, seconds: 60 },
  /** Open feeds of one person in one process: each is a page that is looked at. */
  feeds: 40,
} as const
