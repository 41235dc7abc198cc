import { keptOrder } from '../questions';
import { decisionOf } from '../records';
import { held, type Check } from './contradiction';

/** Once decided, the decided rod wherever a rod is named; until then the one that is recommended. */
export const rod: Check = ({ job, plan, joints, torch, whole }) =>
  plan.joints.flatMap((own) => {
    const records = whole.facts.joints.map(({ joint }) => joint);
    const record = records.find(({ id }) => id === own.id);
    const decision = record && decisionOf(records, job.decisions, record);
    const used = decision ? decision.rod : own.rod.best;
    const rooms = joints.find(({ joint }) => joint === own.id);
    const isFed = used !== null;
    // What somebody said of a pass holds for it; what washes over has none.
    const leader = whole.facts.joints.find(({ joint }) => joint.id === own.id)?.leader;
    const { ownPasses, wash } = keptOrder(leader?.seamOrder);
    const rodOfPass = (number: number): string | null | undefined => {
      if (used === undefined) return used;
      const runs = own.passes.length - (wash ? 1 : 0);
      if (wash && number > runs) return null;
      const said = number === 1 ? ownPasses.root : number === runs ? ownPasses.cap : ownPasses.fill;
      return said ? said.rod : used;
    };
    return [
      ...held(own.id, 'rod: plan', own.rod.used, used),
      ...own.passes.flatMap((pass) => held(own.id, 'rod: pass', pass.rod, rodOfPass(pass.number))),
      ...torch.arcs
        .filter(({ joint }) => joint === own.id)
        .flatMap((arc) => held(own.id, 'rod: torch', arc.rod, rodOfPass(arc.pass + 1))),
      ...(used !== undefined && rooms?.priced ? held(own.id, 'rod: quote', rooms.priced.rodMm !== null, isFed) : []),
      ...(used !== undefined && rooms?.settings
        ? held(own.id, 'rod: settings', rooms.settings.rodMm !== null, rodOfPass(1) !== null)
        : []),
    ];
  });
