/* The arithmetic of a pool, as the core does it: mixing, equivalents, ferrite number and solidification mode.
   Tables come from the core's own data through kernel-tables.h, which the bench writes. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#include "kernel-tables.h"

static unsigned state = 1u;
static double uniform(void) {
  state = state * 1664525u + 1013904223u;
  return state / 4294967296.0;
}

static double latent_ferrite(double cr, double ni) {
  double v = (A0 + S0 * (cr - PIVOT) - ni) * (PIVOT - VANISHING) / (cr - VANISHING);
  double x = (v - V1) / TAU;
  double soft = x > 30 ? x : x < -30 ? 0 : log(1 + exp(x));
  return K1 * v + K2 * TAU * (soft - log(1 + exp(-V1 / TAU)));
}

int main(int argc, char **argv) {
  int pools = atoi(argv[1]), rounds = atoi(argv[2]);
  (void)argc;
  double *rods = malloc(sizeof(double) * pools * ELEMENTS), *bases = malloc(sizeof(double) * pools * ELEMENTS);
  double *dilutions = malloc(sizeof(double) * pools);
  for (int p = 0; p < pools; p++) {
    for (int e = 0; e < ELEMENTS; e++) rods[p * ELEMENTS + e] = TYPICAL_ROD[e] * (0.9 + 0.2 * uniform());
    for (int e = 0; e < ELEMENTS; e++) bases[p * ELEMENTS + e] = TYPICAL_BASE[e] * (0.9 + 0.2 * uniform());
    dilutions[p] = 0.2 + 0.3 * uniform();
  }
  double best = 1e9, sum = 0;
  int modes = 0;
  for (int r = 0; r < rounds; r++) {
    struct timespec from, to;
    clock_gettime(CLOCK_MONOTONIC, &from);
    sum = 0;
    modes = 0;
    for (int p = 0; p < pools; p++) {
      double pool[ELEMENTS], derived[FORMULAS];
      double d = dilutions[p];
      for (int e = 0; e < ELEMENTS; e++) pool[e] = (1 - d) * rods[p * ELEMENTS + e] + d * bases[p * ELEMENTS + e];
      for (int f = 0; f < FORMULAS; f++) {
        double value = CONSTANTS[f];
        for (int t = STARTS[f]; t < STARTS[f + 1]; t++) value += COEFFICIENTS[t] * pool[POSITIONS[t]];
        derived[f] = value;
      }
      double fn = latent_ferrite(derived[WRC_CR], derived[WRC_NI]);
      sum += fn > 0 ? fn : 0;
      double ratio = derived[HAMMAR_CR] / (derived[HAMMAR_NI] > 0.05 ? derived[HAMMAR_NI] : 0.05);
      modes += ratio < MODE_AF ? 0 : ratio < MODE_FA ? 1 : ratio < MODE_F ? 2 : 3;
    }
    clock_gettime(CLOCK_MONOTONIC, &to);
    double seconds = (to.tv_sec - from.tv_sec) + 1e-9 * (to.tv_nsec - from.tv_nsec);
    if (seconds < best) best = seconds;
  }
  printf("{\"seconds\": %.9f, \"sum\": %.9f, \"modes\": %d}\n", best, sum, modes);
  return 0;
}
