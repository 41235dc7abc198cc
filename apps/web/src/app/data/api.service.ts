import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  DecisionBrief,
  Job,
  JobDetail,
  JobHead,
  JobState,
  NewDecision,
  NewJob,
  RodStock,
  Workshop,
} from '@variatum/contracts';
import type { Observable } from 'rxjs';

/** What to list on the board. */
export interface JobQuery {
  readonly search?: string;
  readonly state?: JobState;
  readonly environment?: string | undefined;
  readonly rod?: string | undefined;
  readonly family?: string | undefined;
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly withdrawn?: boolean;
  readonly sort?: 'updated' | 'created' | 'title';
  readonly limit?: number;
  readonly offset?: number;
}

/** The server's interface, one method for each operation. Errors arrive as `HttpErrorResponse` with a problem document. */
@Injectable({ providedIn: 'root' })
export class ApiService {
  private readonly http = inject(HttpClient);

  jobs(query: JobQuery): Observable<{ jobs: Job[]; total: number }> {
    const params = Object.fromEntries(
      Object.entries(query).filter(([, value]) => value !== undefined && value !== ''),
    ) as Record<string, string | number | boolean>;
    return this.http.get<{ jobs: Job[]; total: number }>('/api/jobs', { params });
  }

  duplicateJob(id: string, newId: string): Observable<JobDetail> {
    return this.http.post<JobDetail>(`/api/jobs/${id}/duplicate`, { id: newId });
  }

  job(id: string): Observable<JobDetail> {
    return this.http.get<JobDetail>(`/api/jobs/${id}`);
  }

  addJob(job: NewJob): Observable<JobDetail> {
    return this.http.post<JobDetail>('/api/jobs', job);
  }

  withdrawJob(id: string, version: number): Observable<JobHead> {
    return this.http.post<JobHead>(`/api/jobs/${id}/withdraw`, { version });
  }

  restoreJob(id: string, version: number): Observable<JobHead> {
    return this.http.post<JobHead>(`/api/jobs/${id}/restore`, { version });
  }

  decide(jobId: string, body: NewDecision): Observable<DecisionBrief> {
    return this.http.post<DecisionBrief>(`/api/jobs/${jobId}/decisions`, body);
  }

  rodStock(): Observable<RodStock[]> {
    return this.http.get<RodStock[]>('/api/rod-stock');
  }

  workshop(): Observable<Workshop> {
    return this.http.get<Workshop>('/api/workshop');
  }
}
