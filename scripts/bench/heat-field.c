/* The heat of a ring of pipe, step by step, by the scheme of the core: implicit in one direction after the other, in the form of
   changes, heat of fusion in a table. Grid, table and sources come in a file the bench writes. One metal, no sinks. */
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

static int nx, rows, cells, bins;
static double lowest, per_joule, ambient, emissivity, air, inner, pool;
static double *volume, *next, *next_row, *air_surface, *inner_surface, *tab_t, *tab_k, *tab_c;
static double *heat, *temp, *peak, *within, *upper, *change, *corner, *film;
static double *conducts, *holds;

static double largest_number(double dt, const double *g, int stride) {
  double largest = 0;
  for (int row = 0; row < rows; row++) {
    int cell = row * nx + (nx >> 1), before = cell - stride < 0 ? 0 : cell - stride;
    double number = dt * (g[cell] + g[before]) * conducts[cell] / (volume[cell] * holds[cell]);
    if (number > largest) largest = number;
  }
  return largest;
}

static double implicit_share(double number) {
  double share = 1 - 1 / (number > 1e-9 ? number : 1e-9);
  return share < 0.5 ? 0.5 : share > 1 ? 1 : share;
}

static void settle(double dt, double counted) {
  for (int cell = 0; cell < cells; cell++) {
    double moved = dt > 0 ? change[cell] : 0;
    double now = heat[cell] + moved * holds[cell];
    heat[cell] = now;
    double at = (now - lowest) * per_joule;
    at = at < 0 ? 0 : at > bins ? bins : at;
    int index = (int)at;
    double value = tab_t[index] + (at - index) * (tab_t[index + 1] - tab_t[index]);
    conducts[cell] = tab_k[index];
    holds[cell] = tab_c[index];
    temp[cell] = value;
    if (value > peak[cell]) peak[cell] = value;
    if (counted > 0 && value > 550 && value < 850) within[cell] += counted;
  }
}

static void along_rows(double dt, const int32_t *where, const double *watts, int count) {
  double share = implicit_share(largest_number(dt, next, 1));
  memset(change, 0, sizeof(double) * cells);
  for (int i = 0; i < count; i++) change[where[i]] += watts[i];
  for (int row = 0; row < rows; row++) {
    int from = row * nx, to = from + nx - 1;
    double link = 0.5 * next[to] * (conducts[to] + conducts[from]);
    double gamma = -(volume[from] * holds[from]) / dt - share * link;
    double flow = link * (temp[from] - temp[to]), before = link, k = conducts[from];
    double upper_before = 0, change_before = 0, corner_before = 0;
    for (int cell = from; cell <= to; cell++) {
      double held = volume[cell] * holds[cell] / dt, after = link, flow_after = link * (temp[from] - temp[cell]);
      double k_next = k, corner_right = 0;
      if (cell < to) {
        k_next = conducts[cell + 1];
        after = 0.5 * next[cell] * (k + k_next);
        flow_after = after * (temp[cell + 1] - temp[cell]);
      }
      double middle = held + share * (before + after);
      if (cell == from) {
        middle -= gamma;
        corner_right = gamma;
      } else if (cell == to) {
        middle -= share * link * share * link / gamma;
        corner_right = -share * link;
      }
      double lower = cell == from ? 0 : -share * before;
      double pivot = 1 / (middle - lower * upper_before);
      upper_before = cell == to ? 0 : -share * after * pivot;
      change_before = (change[cell] + flow_after - flow - lower * change_before) * pivot;
      corner_before = (corner_right - lower * corner_before) * pivot;
      upper[cell] = upper_before;
      change[cell] = change_before;
      corner[cell - from] = corner_before;
      before = after;
      flow = flow_after;
      k = k_next;
    }
    for (int cell = to - 1; cell >= from; cell--) change[cell] -= upper[cell] * change[cell + 1];
    for (int place = nx - 2; place >= 0; place--) corner[place] -= upper[from + place] * corner[place + 1];
    double ratio = -share * link / gamma;
    double factor = (change[from] + ratio * change[to]) / (1 + corner[0] + ratio * corner[nx - 1]);
    for (int place = 0; place < nx; place++) change[from + place] -= factor * corner[place];
  }
  settle(dt, 0);
}

static double across_rows(double dt) {
  double share = implicit_share(largest_number(dt, next_row, nx)), radiation = emissivity * 5.670374e-8;
  double ambient_k = ambient + 273.15, lost = 0;
  for (int row = 0; row < rows; row++)
    for (int cell = row * nx; cell < (row + 1) * nx; cell++) {
      double at = temp[cell], k = conducts[cell], held = volume[cell] * holds[cell] / dt, kelvin = at + 273.15;
      double loss = 0;
      if (at < pool) {
        double shone = radiation * (kelvin * kelvin + ambient_k * ambient_k) * (kelvin + ambient_k);
        loss = air_surface[cell] * (air + shone) + inner_surface[cell] * inner;
      }
      double right = loss * (ambient - at), middle = held + loss, before = 0, after = 0, lower = 0;
      double upper_before = 0, change_before = 0;
      if (row > 0) {
        int other = cell - nx;
        before = 0.5 * next_row[other] * (k + conducts[other]);
        right += before * (temp[other] - at);
        lower = -share * before;
        upper_before = upper[other];
        change_before = change[other];
      }
      if (row < rows - 1) {
        int other = cell + nx;
        after = 0.5 * next_row[cell] * (k + conducts[other]);
        right += after * (temp[other] - at);
      }
      double pivot = 1 / (middle + share * (before + after) - lower * upper_before);
      upper[cell] = -share * after * pivot;
      change[cell] = (right - lower * change_before) * pivot;
      film[cell] = loss;
    }
  for (int cell = nx * (rows - 1) - 1; cell >= 0; cell--) change[cell] -= upper[cell] * change[cell + nx];
  for (int cell = 0; cell < cells; cell++) lost += film[cell] * (temp[cell] + change[cell] - ambient);
  settle(dt, dt);
  return lost * dt;
}

static double *doubles(FILE *file, int count) {
  double *values = malloc(sizeof(double) * count);
  if (fread(values, sizeof(double), count, file) != (size_t)count) exit(2);
  return values;
}

int main(int argc, char **argv) {
  FILE *file = fopen(argv[1], "rb");
  (void)argc;
  if (!file) return 2;
  double *head = doubles(file, 13);
  nx = head[0], rows = head[1], bins = head[2];
  lowest = head[3], per_joule = head[4], ambient = head[5], emissivity = head[6], air = head[7], inner = head[8], pool = head[9];
  double start_heat = head[10], start = ambient;
  int steps = head[11], per_step = head[12];
  cells = nx * rows;
  volume = doubles(file, cells), next = doubles(file, cells), next_row = doubles(file, cells);
  air_surface = doubles(file, cells), inner_surface = doubles(file, cells);
  tab_t = doubles(file, bins + 2), tab_k = doubles(file, bins + 2), tab_c = doubles(file, bins + 2);
  double *seconds = doubles(file, steps), *places = doubles(file, steps * per_step), *watts = doubles(file, steps * per_step);
  int32_t *where = malloc(sizeof(int32_t) * steps * per_step);
  for (int i = 0; i < steps * per_step; i++) where[i] = (int32_t)places[i];
  double **fields[] = {&heat, &temp, &peak, &within, &upper, &change, &corner, &film, &conducts, &holds};
  for (int f = 0; f < 10; f++) *fields[f] = calloc(cells, sizeof(double));
  double best = 1e9, sum = 0, lost = 0;
  for (int round = 0; round < 3; round++) {
    for (int cell = 0; cell < cells; cell++) heat[cell] = start_heat, temp[cell] = peak[cell] = start, within[cell] = 0;
    settle(0, 0);
    lost = 0;
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    for (int step = 0; step < steps; step++) {
      const int32_t *w = where + step * per_step;
      const double *q = watts + step * per_step;
      if (step % 2) {
        lost += across_rows(seconds[step]);
        along_rows(seconds[step], w, q, per_step);
      } else {
        along_rows(seconds[step], w, q, per_step);
        lost += across_rows(seconds[step]);
      }
    }
    clock_gettime(CLOCK_MONOTONIC, &b);
    double took = b.tv_sec - a.tv_sec + (b.tv_nsec - a.tv_nsec) / 1e9;
    if (took < best) best = took;
    sum = 0;
    for (int cell = 0; cell < cells; cell++) sum += temp[cell] + peak[cell];
  }
  printf("{\"seconds\": %.9f, \"sum\": %.9f, \"lost\": %.9f}\n", best, sum, lost);
  return 0;
}
