#version 3.7;
// The canal wing, from the towpath (Waterside 0) or from across the water (Waterside 1).
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare WallX0 = WingX0; #declare WallX1 = WingX1; #declare WallHeight = WingHigh; #declare OpeningCount = 0;
#declare Openings = array[1][5] {{0,0,0,0,0}}
#include "parts/openings.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#include "parts/canal.inc"
#macro Content() Wing() PaintedSign() #if (Waterside) Quay() Water() Moored() #else Towpath() #end LampPost(LampAt.x, LampAt.z) FarBank() #end
#declare LampAt = (Waterside ? <8.6,0,-1.6> : <-0.9,0,-2.6>);
#macro Lights() Daylight(<-55, 62, -80>, 1.5) #end
#include "stage.inc"
