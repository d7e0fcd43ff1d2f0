#version 3.7;
// The Sallow Mill from the street. Numbers come from layout.inc, written by demo/render.
global_settings {
  assumed_gamma 1.0 max_trace_level 6
  radiosity { pretrace_start 0.08 pretrace_end 0.01 count 70 nearest_count 8 error_bound 0.7 recursion_limit 2 low_error_factor 0.7 gray_threshold 0.2 minimum_reuse 0.012 brightness 1.0 adc_bailout 0.02 normal off }
}
#include "layout.inc"
#include "parts/materials.inc"
#include "parts/brickwork.inc"
#include "parts/openings.inc"
#include "parts/front-trim.inc"
#include "parts/street.inc"

Brickwork()
AllOpenings()
Plinth()
#for (B, 0, BandCount-1) StringCourse(Bands[B]) #end
Cornice()
Downpipe(WallX0+0.75) Downpipe(WallX1-0.55)
HoistBeam(-1.2)
NameBoard(-6.6, -3.2, 4.2)
Slabs() Setts()
LampPost(6.9, -3.3) LampPost(-11.2, -3.3)
Planter(1.05, -0.8) Planter(-3.4, -0.8)
HandCart(3.6, -1.5)
Neighbours() Opposite()
