#version 3.7;
// Millstones on plinths in the yard, with a garden wall and a sloping ridge behind them.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare WallX0 = -1; #declare WallX1 = 1; #declare WallHeight = 1; #declare OpeningCount = 0; #declare Openings = array[1][5] {{0,0,0,0,0}}
#include "parts/openings.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#declare RM = seed(64);
#macro Millstone(R)
  difference {
    cylinder { <0,0,-0.16>, <0,0,0.16>, R }
    cylinder { <0,0,-1>, <0,0,1>, 0.13 } box { <-0.22,-0.05,-1>, <0.22,0.05,1> }
    // Furrows, ten quarters of three
    #for (I, 0, 9) #for (K, 0, 2) box { <0.2,-0.014,-0.2>, <R+0.1,0.014,-0.148> translate y*(0.03+0.11*K) rotate z*I*36 } #end #end
    torus { R, 0.018 rotate x*90 translate z*-0.16 }
    texture { pigment { granite scale 0.4 translate RM color_map { [0 rgb <0.52,0.48,0.42>] [0.6 rgb <0.62,0.58,0.51>] [1 rgb <0.42,0.39,0.35>] } } normal { granite 0.35 scale 0.05 } finish { diffuse 0.8 } }
  }
  torus { R-0.005, 0.014 rotate x*90 texture { Iron } }
#end
#macro Content()
  #for (I, 0, dimension_size(PlinthX,1)-1)
    union {
      box { <-HalfX,0,-HalfZ>, <HalfX,PlinthHigh-0.1,HalfZ> texture { StoneDark translate I*3 } }
      box { <-HalfX-0.07,PlinthHigh-0.1,-HalfZ-0.07>, <HalfX+0.07,PlinthHigh,HalfZ+0.07> texture { Stone translate I*2 } }
      box { <-HalfX-0.05,0,-HalfZ-0.05>, <HalfX+0.05,0.04,HalfZ+0.05> texture { StoneDark } }
      object { union { Millstone(0.56+0.05*mod(I*2,3)) } rotate z*(rand(RM)*90) rotate x*-6 translate <0,PlinthHigh+0.6,0.02> }
      box { <-0.3,PlinthHigh,-0.25>, <0.3,PlinthHigh+0.1,0.25> texture { OldTimber rotate z*90 } }
      translate x*PlinthX[I]
    }
  #end
  // Gravel, kerb, grass with tufts, garden wall
  box { <-40,-0.3,KerbAt>, <40,0,9> texture { pigment { granite scale 0.12 color_map { [0 rgb <0.42,0.39,0.33>] [1 rgb <0.62,0.58,0.5>] } } normal { granite 0.5 scale 0.03 } finish { diffuse 0.8 } } }
  #local X = -16; #while (X < 8) box { <X+0.005,-0.2,KerbAt-0.16>, <X+0.895,KerbHigh,KerbAt> texture { Stone translate X } } #local X = X+0.9; #end
  plane { y, -0.03 texture { pigment { bozo scale 0.1 turbulence 0.6 color_map { [0 rgb <0.14,0.20,0.06>] [1 rgb <0.24,0.31,0.10>] } } normal { bumps 0.9 scale 0.02 } finish { diffuse 0.8 } } }
  #for (I, 0, 2600)
    #local TX = -10+14*rand(RM); #local TZ = KerbAt-0.2-2.4*pow(rand(RM),1.3);
    cone { <TX,-0.04,TZ>, 0.006, <TX+0.05*rand(RM)-0.025,0.05+0.09*rand(RM),TZ+0.05*rand(RM)-0.025>, 0 texture { pigment { rgb <0.19,0.28,0.08>*(0.7+0.6*rand(RM)) } finish { diffuse 0.8 } } }
  #end
  #local Y = 0; #local N = 0;
  #while (Y < BackHigh-0.05)
    #local X = BackX0-0.3*rand(RM);
    #while (X < BackX1) #local W = 0.25+0.3*rand(RM); superellipsoid { <0.2,0.2> scale <W/2-0.006,0.075,0.16> translate <X+W/2,Y+0.08,BackZ+0.16-0.02*rand(RM)> texture { StoneDark translate <X,Y,N>*3 } } #local X = X+W; #end
    #local Y = Y+0.162; #local N = N+1;
  #end
  box { <BackX0,0,BackZ+0.06>, <BackX1,BackHigh,BackZ+0.3> texture { Mortar } }
  #local X = BackX0; #while (X < BackX1) box { <X+0.004,BackHigh,BackZ-0.06>, <min(X+0.8,BackX1)-0.004,BackHigh+0.12,BackZ+0.4> texture { Stone translate X*2 } } #local X = X+0.8; #end
  // A ridge and its hedge, falling to the right: not level, though it looks like the end of the land
  prism { linear_spline 60, 75, 6, <-140,-2>, <140,-2>, <140,1.2>, <30,4.2>, <-140,11.5>, <-140,-2> rotate x*-90 scale <1,1,-1> texture { pigment { bozo scale 2 color_map { [0 rgb <0.17,0.24,0.10>] [1 rgb <0.27,0.33,0.15>] } } finish { diffuse 0.75 } } }
  #for (I, 0, 220) #local TX = -120+1.0*I; sphere { 0, 1 scale <1.3,0.8+0.5*rand(RM),1> translate <TX,(TX<30 ? 4.2+(30-TX)*0.043 : 4.2-(TX-30)*0.027)-0.3,60> texture { pigment { rgb <0.10,0.16,0.06>*(0.8+0.5*rand(RM)) } normal { bumps 1.2 scale 0.3 } finish { diffuse 0.75 } } } #end
  Planter(-8.8,1.2)
#end
#macro Lights() Daylight(<-40, 52, -70>, 1.5) #end
#include "stage.inc"
