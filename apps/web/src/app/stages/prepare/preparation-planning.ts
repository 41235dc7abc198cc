import { computed, inject, Injectable } from '@angular/core';
import type { JointRecord, Piece } from '@variatum/contracts';
import { assemblyPiece, fitOf, piecesOfJoint } from '@variatum/job';
import {
  JOINTS,
  likelyMeltsThrough,
  mayBeFreeMachining,
  preparationList,
  usualFit,
  type PreparationQuestion,
  type PreparedJoint,
  type PreparedPiece,
} from '@variatum/metallurgy';
import { AnswerService } from '../../job/answer.service';
import { PartAnswers } from '../../job/part-answers.service';
import { DecisionStore, JobStore, JointStore, PartStore } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { PurgePlanning, wallsOf } from '../../planning';

/** The preparation list of the open job, made anew from all that is known of it. */
@Injectable()
export class PreparationPlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly answers = inject(AnswerService);
  private readonly parts = inject(PartAnswers);
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
      closedRooms: this.part
        .spaces()
        .filter(({ openEnds, runs }) => openEnds.length === 0 && runs.length > 0 && this.isClosed(runs)).length,
      lengthUnit: workshop?.lengthUnit ?? 'mm',
      temperatureUnit: workshop?.temperatureUnit ?? '°C',
    };
  });
  readonly items = computed(() => preparationList(this.question()));

  /** A ring is a closed room of its own only while something is welded onto it; a lone one has its ends elsewhere. */
  private isClosed(runs: readonly { readonly piece: string }[]): boolean {
    return runs.some(({ piece }) => this.part.assembly().pieces.find(({ id }) => id === piece)?.shape !== 'ring');
  }

  private prepared(piece: Piece): PreparedPiece {
    const { family, thicknessMm, outsideMm } = assemblyPiece(piece);
    return {
      id: piece.id,
      name: `${this.part.letters().get(piece.id) ?? ''} (${piece.name})`,
      kind: piece.kind,
      form: piece.form,
      shape: piece.shape,
      coating: piece.coating,
      condition: piece.condition,
      family: family ?? null,
      thicknessMm,
      outsideMm,
      crackProne: this.crackProne(piece),
    };
  }

  private crackProne({ id, grade }: Piece): boolean {
    return mayBeFreeMachining(
      grade === null ? (this.answers.beliefs()[id]?.candidates ?? []) : [{ grade, probability: 1 }],
    );
  }

  /** @param joint planned by itself */
  private preparedJoint(joint: JointRecord): PreparedJoint {
    const job = this.jobs.job();
    const pieces = job ? piecesOfJoint(job, joint) : [];
    const walls = wallsOf(pieces);
    const [first = JOINTS.defaultThicknessMm, last = first] = [walls[0], walls[walls.length - 1]];
    const technique = joint.joint.technique ?? JOINTS.types[joint.joint.type].technique;
    const figures = this.part.joints().get(joint.id);
    const laid = this.part.layout().joints.find(({ id }) => id === joint.id);
    const fit = usualFit(joint.joint.type, [first, last], fitOf(joint.fit));
    const decision = this.decisions.lastOf()(joint);
    // The joint looked at is answered first; the others behind it.
    const outlook = this.parts.outlooks().find((one) => one.joint.id === joint.id);
    const looked = this.joints.leading()?.id === joint.id;
    const rod = decision ? decision.rod : ((looked ? this.answers.best() : undefined) ?? outlook?.ranking[0])?.rod;
    return {
      id: joint.id,
      name: String(this.joints.numberOf(joint.id)),
      type: joint.joint.type,
      gas: joint.joint.gas ?? null,
      backShielding: joint.joint.backShielding ?? null,
      pieces: pieces.map(({ id }) => id),
      fit,
      seamMm: figures?.seamMm.value ?? null,
      closed: laid?.seam?.closed ?? false,
      insideApartMm: figures?.mismatchMm?.inside.value ?? null,
      thicknessRatio: figures?.thicknessRatio?.value ?? null,
      meltsThrough: likelyMeltsThrough(joint.joint.type, Math.min(...walls, JOINTS.defaultThicknessMm * 4)),
      fused: rod === null || (rod === undefined && technique === 'fused'),
      heat: (looked ? this.answers.settled()?.heat : undefined) ?? outlook?.heat ?? [],
    };
  }
}
