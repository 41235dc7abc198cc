import { computed, inject, Injectable } from '@angular/core';
import { assemblyPiece, fitOf, leaderOf, piecesOfJoint, type JointRecord, type Piece } from '@variatum/contracts';
import {
  completeJoint,
  FaultCollector,
  findGrade,
  JOINTS,
  meltsThrough,
  preparationList,
  usualFit,
  type MaterialFamily,
  type PreparationQuestion,
  type PreparedJoint,
  type PreparedPiece,
} from '@variatum/metallurgy';
import { AnswerService } from '../../job/answer.service';
import { DecisionStore, JobStore, JointStore, PartStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning } from './purge-planning';

/** Candidates count towards a family, or as prone to cracking, from this share of the belief. */
const COUNTS = 0.25;

/** The preparation list of the open job, made anew from all that is known of it. */
@Injectable()
export class PreparationPlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly answers = inject(AnswerService);
  private readonly decisions = inject(DecisionStore);
  private readonly purge = inject(PurgePlanning);
  private readonly workshops = inject(WorkshopStore);

  private readonly question = computed<PreparationQuestion>(() => {
    const workshop = this.workshops.workshop();
    const pieces = this.jobs.pieces();
    return {
      pieces: pieces.map((piece) => this.prepared(piece)),
      // One plan for all that are alike.
      joints: this.joints.leaders().map((joint) => this.preparedJoint(joint)),
      highLowMm: this.purge.profile().highLowMm,
      closedRooms: this.part.spaces().filter(({ openEnds, runs }) => openEnds.length === 0 && runs.length > 0 && this.isClosed(runs)).length,
      lengthUnit: workshop?.lengthUnit ?? 'mm',
      temperatureUnit: workshop?.temperatureUnit ?? '°C',
    };
  }); // prettier-ignore
  readonly items = computed(() => preparationList(this.question()));

  /** A ring is a closed room of its own only while something is welded onto it; a lone one has its ends elsewhere. */
  private isClosed(runs: readonly { readonly piece: string }[]): boolean {
    return runs.some(({ piece }) => this.part.assembly().pieces.find(({ id }) => id === piece)?.shape !== 'ring');
  }

  private prepared(piece: Piece): PreparedPiece {
    const { family, thicknessMm, outsideMm } = assemblyPiece(piece);
    return {
      id: piece.id, name: `${this.part.letters().get(piece.id) ?? ''} (${piece.name})`, kind: piece.kind, form: piece.form, shape: piece.shape,
      coating: piece.coating, condition: piece.condition, family: family ?? null, thicknessMm, outsideMm, crackProne: this.crackProne(piece),
    }; // prettier-ignore
  }

  /** Whether it may well be free-machining. */
  private crackProne(piece: Piece): boolean {
    const sulphur = (grade: string): number => findGrade(grade)?.typical.S ?? 0;
    if (piece.grade !== null) return sulphur(piece.grade) > 0.06;
    const candidates = this.answers.beliefs()[piece.id]?.candidates ?? [];
    return candidates.reduce((sum, { grade, probability }) => sum + (sulphur(grade) > 0.06 ? probability : 0), 0) > COUNTS; // prettier-ignore
  }

  private preparedJoint(joint: JointRecord): PreparedJoint {
    const job = this.jobs.job();
    const leader = leaderOf(this.joints.all(), joint);
    const pieces = job ? piecesOfJoint(job, leader) : [];
    const base = pieces.filter(({ kind }) => kind === 'base');
    const walls = base.map(({ thicknessMm }) => thicknessMm.value ?? JOINTS.defaultThicknessMm);
    const [first = JOINTS.defaultThicknessMm, last = first] = [walls[0], walls[walls.length - 1]];
    const families = pieces.map((piece): MaterialFamily => assemblyPiece(piece).family ?? 'austenitic');
    const thicknessMm = pieces.map((piece) => piece.thicknessMm.value ?? JOINTS.defaultThicknessMm);
    // What is wrong with the joint stands at its field.
    const completed = new FaultCollector().attempt(() =>
      completeJoint({ ...leader.joint, thicknessMm }, families.length > 0 ? families : ['austenitic']),
    );
    const technique = completed?.technique ?? leader.joint.technique ?? 'root-with-rod';
    const figures = this.part.joints().get(joint.id);
    const laid = this.part.layout().joints.find(({ id }) => id === joint.id);
    const fit = usualFit(leader.joint.type, [first, last], fitOf(leader.fit));
    const decision = this.decisions.lastOf()(joint);
    const looked = this.joints.leading()?.id === leader.id;
    const best = looked ? this.answers.best() : null;
    const rod = decision ? decision.rod : best ? best.rod : undefined;
    return {
      id: joint.id, name: String(this.joints.numberOf(joint.id)), type: leader.joint.type, technique: technique,
      process: leader.joint.process ?? null, gas: leader.joint.gas ?? null, backShielding: leader.joint.backShielding ?? null,
      pieces: pieces.map(({ id }) => id), fit, seamMm: figures?.seamMm.value ?? null, closed: laid?.seam?.closed ?? false,
      insideApartMm: figures?.mismatchMm?.inside.value ?? null, thicknessRatio: figures?.thicknessRatio?.value ?? null,
      hasInside: this.part.spaces().some(({ joints }) => joints.includes(joint.id)),
      meltsThrough: meltsThrough(leader.joint.type, Math.min(...walls, JOINTS.defaultThicknessMm * 4)) > 0.45,
      fused: rod === null || (rod === undefined && technique === 'fused'),
      heat: looked ? (this.answers.settled()?.heat ?? []) : [],
    }; // prettier-ignore
  }
}
