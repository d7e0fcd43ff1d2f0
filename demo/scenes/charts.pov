#version 3.7;
// A printed chart on a board, in the workshop.
#declare WithoutRadiosity = 1;
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#include "parts/interior.inc"
#include "parts/daylight.inc"
#declare Paper = texture { pigment { rgb <0.86,0.86,0.84> } finish { diffuse 0.85 } }
#declare Ink = texture { pigment { rgb <0.035,0.035,0.04> } finish { diffuse 0.8 specular 0.03 roughness 0.1 } }
#macro Content()
  box { <-0.74,-0.54,0.00002>, <0.74,0.54,0.004> texture { Paper } }
  box { <-0.78,-0.58,0.004>, <0.78,0.58,0.022> texture { Oak rotate z*90 } }
  #if (ChartKind = 0)
    #for (I,0,9) #for (J,0,6) #if (mod(I+J,2)=0) box { <(I-5)*Square,(J-3.5)*Square,0>, <(I-4)*Square,(J-2.5)*Square,0.001> texture { Ink } } #end #end #end
  #else
    #for (I,0,GridColumns-1) #local U=(I-(GridColumns-1)/2)*GridStep; box { <U-0.003,-(GridRows-1)/2*GridStep-0.003,0>, <U+0.003,(GridRows-1)/2*GridStep+0.003,0.001> texture { Ink } } #end
    #for (J,0,GridRows-1) #local V=(J-(GridRows-1)/2)*GridStep; box { <-(GridColumns-1)/2*GridStep-0.003,V-0.003,0>, <(GridColumns-1)/2*GridStep+0.003,V+0.003,0.001> texture { Ink } } #end
  #end
  // Workshop wall of boards, bench top, a few tools
  #for (I,-14,14) box { <I*0.19+0.003,-0.62,0.3>, <(I+1)*0.19-0.003,2,0.34> texture { OldTimber translate I*1.7 } } #end
  box { <-3,-0.66,-0.35>, <3,-0.6,0.5> texture { Oak rotate z*90 } }
  box { <-3,-1.6,-0.32>, <3,-0.66,-0.28> texture { OldTimber } }
  cylinder { <-1.0,-0.6,0.12>, <-1.0,-0.38,0.12>, 0.07 texture { Lead } } cylinder { <1.02,-0.6,0.16>, <1.02,-0.32,0.16>, 0.06 texture { BrassDull } }
  plane { y, -1.6 texture { Mortar } }
#end
#macro Lights()
  light_source { <-2.4, 2.2, -2.6> rgb <1,0.96,0.9>*0.8 area_light <0.9,0,0>, <0,0.9,0>, 3, 3 adaptive 1 orient }
  light_source { <2.6, 1.2, -2.2> rgb <0.86,0.92,1>*0.4 area_light <0.9,0,0>, <0,0.9,0>, 3, 3 adaptive 1 orient }
  light_source { <0,-0.5,-3> rgb 0.16 shadowless }
  background { rgb 0.12 }
#end
#include "stage.inc"
