import {
  BookOpen,
  Camera,
  Check,
  Combine,
  Copy,
  Cylinder,
  Filter,
  Gauge,
  LayoutDashboard,
  LifeBuoy,
  ListChecks,
  Moon,
  NotebookText,
  Plus,
  Printer,
  RotateCcw,
  RotateCw,
  Search,
  Settings,
  ShelvingUnit,
  Split,
  Sun,
  TriangleAlert,
  Undo2,
  UserRound,
  Wrench,
  X,
  type IconNode,
} from 'lucide';

const NAMED = {
  // Areas
  board: LayoutDashboard,
  rack: ShelvingUnit,
  reference: BookOpen,
  logbook: NotebookText,
  settings: Settings,
  help: LifeBuoy,
  find: Search,
  day: Sun,
  dim: Moon,
  // Acts
  identify: Search,
  add: Plus,
  remove: X,
  filter: Filter,
  'take-back': Undo2,
  'bring-back': RotateCcw,
  copy: Copy,
  split: Split,
  join: Combine,
  camera: Camera,
  turn: RotateCw,
  print: Printer,
  done: Check,
  guide: ListChecks,
  warning: TriangleAlert,
  // Things
  machine: Wrench,
  person: UserRound,
  gas: Cylinder,
  acceptance: Gauge,
} satisfies Record<string, IconNode>;

/** What an icon stands for. */
export type IconName = keyof typeof NAMED;

/** The icons by what they stand for, so that a drawing can be changed in one place. */
export const ICONS: Readonly<Record<IconName, IconNode>> = NAMED;
