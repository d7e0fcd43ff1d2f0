#version 3.7;
// The gable with its round window and its tiles.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare OpeningCount = 2; #declare Openings = array[2][5] { {0,-3.9,-2.7,2.0,4.2}, {0,2.7,3.9,2.0,4.2} }
#include "parts/brickwork.inc"
#include "parts/openings.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#macro Content()
  // Courses of brick, shorter from the eaves up, and parted by the round window
  #local Slope = (Ridge-Eaves)/(-WallX0);
  #local Y = 0.9; #local N = 0;
  #while (Y < Ridge - 0.15)
    #local M = Y + BrickHeight/2; #local Shift = mod(N,2)*(BrickLength+Joint)/2;
    #local HalfWide = min(WallX1, (Ridge-M)/Slope);
    #declare WallX0 = -HalfWide; #declare WallX1 = HalfWide;
    #if (abs(M-RoundY) < RoundRadius+0.1)
      #local C = sqrt(pow(RoundRadius+0.1,2)-pow(M-RoundY,2));
      BrickRun(-HalfWide, -C, Y, Shift) BrickRun(C, HalfWide, Y, Shift)
    #else BrickCourse(Y, Shift) #end
    #declare WallX0 = -GableHalf; #declare WallX1 = GableHalf;
    #local Y = Y + BrickHeight + Joint; #local N = N + 1;
  #end
  difference {
    prism { linear_spline 0.008, 0.42, 6, <WallX0+0.004,0>, <WallX1-0.004,0>, <WallX1-0.004,Eaves>, <0,Ridge-0.004>, <WallX0+0.004,Eaves>, <WallX0+0.004,0> rotate x*-90 scale <1,1,-1> }
    #for (I, 0, OpeningCount-1) box { <Openings[I][1]-0.001,Openings[I][3],-1>, <Openings[I][2]+0.001,Openings[I][4],1> } #end
    cylinder { <0,RoundY,-2>, <0,RoundY,2>, RoundRadius }
    texture { Mortar }
  }
  // Ring of voussoirs
  #for (I, 0, 23)
    difference {
      cylinder { <0,0,-0.05>, <0,0,0.25>, RoundRadius+0.24 } cylinder { <0,0,-1>, <0,0,1>, RoundRadius }
      plane { y, 0.004 } plane { -y, 0.004 rotate z*15 }
      box { <-3,-3,-1>, <0,3,1> }
      rotate z*I*15 translate <0,RoundY,0> texture { Stone translate I*1.7 }
    }
  #end
  union {
    difference { cylinder { <0,RoundY,0.15>, <0,RoundY,0.25>, RoundRadius } cylinder { <0,RoundY,0>, <0,RoundY,1>, RoundRadius-0.07 } }
    #for (I, 0, 5) cylinder { <0,0,0.2>, <0,RoundRadius,0.2>, 0.022 rotate z*(I*60+30) translate <0,RoundY,0> } #end
    torus { 0.3, 0.022 rotate x*90 translate <0,RoundY,0.2> }
    texture { FramePaint }
  }
  cylinder { <0,RoundY,0.21>, <0,RoundY,0.214>, RoundRadius material { Pane } }
  RoomBehind(-0.8, 0.8, RoundY-0.7, RoundY+0.4)
  #for (I, 0, 1)
    #local X = WindowX[I];
    union { box { <X-0.76,1.84,-0.05>, <X-0.6,4.36,0.2> } box { <X+0.6,1.84,-0.05>, <X+0.76,4.36,0.2> } box { <X-0.76,4.2,-0.05>, <X+0.76,4.36,0.2> } box { <X-0.76,1.84,-0.05>, <X+0.76,2.0,0.25> } texture { Stone } }
    Casement(X-0.6, X+0.6, 2.0, 4.2, 3, 5) RoomBehind(X-0.6, X+0.6, 2.0, 4.2)
  #end
  // The field of tiles, two glazes, pale joints
  box { <TileX0,TileY0,-0.01>, <TileX0+TileColumns*TileSize,TileY0+TileRows*TileSize,0.05> texture { pigment { rgb <0.78,0.75,0.68> } finish { diffuse 0.8 } } }
  #for (I, 0, TileColumns-1) #for (J, 0, TileRows-1)
    #local T = rand(RO);
    box { <TileX0+I*TileSize+0.004,TileY0+J*TileSize+0.004,-0.012>, <TileX0+(I+1)*TileSize-0.004,TileY0+(J+1)*TileSize-0.004,0>
      texture { pigment { rgb (mod(I+J,2) ? <0.16,0.27,0.30> : <0.70,0.66,0.52>)*(0.8+0.35*T) } normal { bumps 0.02 scale 0.1 } finish { diffuse 0.7 specular 0.3 roughness 0.01 reflection { 0.01, 0.25 fresnel on } } } interior { ior 1.5 } }
  #end #end
  box { <WallX0-0.07,5.2,-0.07>, <WallX1+0.07,5.4,0.1> texture { Stone } }
  box { <WallX0-0.07,0,-0.07>, <WallX1+0.07,0.9,0.2> texture { StoneDark } }
  // Barge boards and roof
  #for (S, -1, 1, 2)
    #local L = sqrt(pow(WallX1+0.35,2)+pow(Slope*(WallX1+0.35),2));
    box { <0,-0.28,-0.32>, <L,0,-0.26> rotate z*degrees(atan2(-Slope,1)) #if (S<0) scale <-1,1,1> #end translate <0,Ridge+0.169,0> texture { FramePaint } }
    box { <0,0,-0.4>, <L+0.1,0.07,9> rotate z*degrees(atan2(-Slope,1)) #if (S<0) scale <-1,1,1> #end translate <0,Ridge+0.169,0> texture { pigment { rgb <0.22,0.22,0.24> } normal { gradient z 0.4 scale 0.3 } finish { diffuse 0.7 } } }
  #end
  box { <WallX0+0.1,0,0.4>, <WallX0+0.5,Eaves,8> texture { Mortar } } box { <WallX1-0.5,0,0.4>, <WallX1-0.1,Eaves,8> texture { Mortar } }
  Slabs() Setts() LampPost(6.3,-2.4) Planter(-2.9,-0.9) Planter(3.0,-0.9)
  box { <6.6,0,5>, <26,5.2,9> texture { OldTimber scale 2 } } box { <-30,0,6>, <-6.2,6.4,12> texture { pigment { rgb <0.66,0.58,0.46> } normal { granite 0.06 scale 0.05 } finish { diffuse 0.8 } } }
  #for (I, 0, 5) box { <-28+I*3.6,2.4,5.95>, <-26.6+I*3.6,4.4,6> pigment { rgb 0.06 } finish { reflection { 0.05,0.5 } } } #end
  Opposite()
#end
#macro Lights() Daylight(<-48, 58, -66>, 1.5) #end
#include "stage.inc"
