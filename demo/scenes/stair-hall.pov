#version 3.7;
// The stair hall from low down.
#declare Indoors = 1;
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#include "parts/interior.inc"
#include "parts/daylight.inc"
#include "parts/stair-hall.inc"
#macro Content() Hall() Stairs() Reader(-2.35, 3.35) #end
#macro Lights()
  Daylight(<-20, 46, 70>, 2.2)
  light_source { <(WinX0+WinX1)/2, (WinY0+WinY1)/2, HallZ1-0.06> rgb <0.80,0.88,1.0>*1.3 area_light <1.7,0,0>, <0,2.0,0>, 4, 4 adaptive 1 fade_distance 3 fade_power 2 }
  // A skylight over the stairs
  light_source { <0.6, HallHigh-0.04, 3.4> rgb <0.86,0.90,1.0>*0.9 area_light <2.2,0,0>, <0,0,2.6>, 4, 4 adaptive 1 fade_distance 3.4 fade_power 2 }
#end
#include "stage.inc"
