#version 3.7;
// The old timber store, leaning, between two brick and plaster neighbours that stand true.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare WallX0 = LeftX0; #declare WallX1 = LeftX1; #declare WallHeight = LeftHigh;
#include "parts/brickwork.inc"
#include "parts/openings.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#declare RW = seed(21);
#declare Plaster2 = texture { pigment { granite scale 3 color_map { [0 rgb <0.58,0.60,0.56>] [1 rgb <0.68,0.69,0.64>] } } normal { granite 0.08 scale 0.05 } finish { diffuse 0.82 } }
#macro Framed(X, Y)
  union { box { <X-0.71,Y-0.16,-0.05>, <X-0.55,Y+1.96,0.2> } box { <X+0.55,Y-0.16,-0.05>, <X+0.71,Y+1.96,0.2> } box { <X-0.71,Y+1.8,-0.05>, <X+0.71,Y+1.96,0.2> } box { <X-0.71,Y-0.16,-0.05>, <X+0.71,Y,0.25> } texture { Stone translate <X,Y,0> } }
  Casement(X-0.55, X+0.55, Y, Y+1.8, 3, 4) RoomBehind(X-0.55, X+0.55, Y, Y+1.8)
#end
#macro Content()
  Brickwork()
  #for (I,0,2) Framed(LeftWindowX[I],1.3) Framed(LeftWindowX[I],4.3) Framed(RightWindowX[I],1.3) Framed(RightWindowX[I],4.3) #end
  difference { box { <RightX0,0,0>, <RightX1,RightHigh,0.42> } #for (I,0,2) #for (J,0,1) box { <RightWindowX[I]-0.55,1.3+J*3,-1>, <RightWindowX[I]+0.55,3.1+J*3,1> } #end #end texture { Plaster2 } }
  box { <LeftX1-0.4,0,0.3>, <LeftX1-0.01,LeftHigh,7> texture { Mortar } } box { <RightX0+0.01,0,0.3>, <RightX0+0.4,RightHigh,7> texture { Plaster2 } }
  box { <LeftX0,LeftHigh-0.52,-0.3>, <LeftX1+0.3,LeftHigh-0.3,1> texture { Stone } } box { <LeftX0,LeftHigh-0.3,-0.1>, <LeftX1+0.05,LeftHigh+0.5,0.4> texture { StoneDark } }
  box { <RightX0-0.3,RightHigh,-0.4>, <RightX1,RightHigh+0.16,1> texture { Stone } }
  box { <LeftX0,3.6,-0.06>, <LeftX1+0.06,3.8,0.1> texture { Stone } } box { <RightX0-0.06,3.6,-0.06>, <RightX1,3.8,0.1> texture { Stone } }
  box { <LeftX0,0,-0.05>, <LeftX1+0.05,0.9,0.2> texture { StoneDark } } box { <RightX0-0.05,0,-0.05>, <RightX1,0.6,0.2> texture { StoneDark } }
  // The store, sheared to the right
  union {
    #for (I,0,4) box { <PostX[I]-0.11,0.4,-0.05>, <PostX[I]+0.11,StoreEaves,0.2> texture { OldTimber translate I*3 } } #end
    #for (J,0,2) box { <-StoreHalf,RailY[J]-0.1,-0.055>, <StoreHalf,RailY[J]+0.1,0.2> texture { OldTimber rotate z*90 translate J*2 } } #end
    #for (I,0,3) #local A = PostX[I]+0.11; #local B = PostX[I+1]-0.11; #local N = 8;
      #for (K,0,N-1) #for (J,0,1)
        #if (!((I=1|I=2) & J=0)) box { <A+(B-A)*K/N+0.003,RailY[J]+0.1,0.0+0.015*rand(RW)>, <A+(B-A)*(K+1)/N-0.003,RailY[J+1]-0.1,0.06> texture { OldTimber translate <I,K*2.3,J> } } #end
      #end #end
    #end
    // Doors, with ledges
    #for (K,0,15) box { <PostX[1]+0.12+K*0.18,0.65,0.03+0.01*rand(RW)>, <PostX[1]+0.292+K*0.18,2.6,0.08> texture { DoorPaint translate K*2 } } #end
    box { <PostX[1]+0.12,1.0,0.0>, <PostX[3]-0.12,1.12,0.03> texture { Iron } } box { <PostX[1]+0.12,2.2,0.0>, <PostX[3]-0.12,2.32,0.03> texture { Iron } }
    box { <-0.11,0.6,-0.02>, <0.11,2.6,0.1> texture { OldTimber } }
    box { <-StoreHalf-0.1,0,-0.1>, <StoreHalf+0.1,0.42,0.3> texture { StoneDark } }
    box { <-StoreHalf+0.02,0.4,0.07>, <StoreHalf-0.02,StoreEaves,6> texture { OldTimber scale 2 } }
    box { <-StoreHalf,StoreEaves-0.35,-0.03>, <StoreHalf,StoreEaves+0.12,0.3> texture { OldTimber rotate z*90 } }
    box { <-StoreHalf-0.3,0,0>, <StoreHalf+0.3,0.03,3.2> rotate x*-42 translate <0,StoreEaves-0.03,-0.42> texture { OldTimber } }
    // Roof of old tiles
    #for (R,0,11) #local X = -StoreHalf-0.35-0.1*mod(R,2);
      #while (X < StoreHalf+0.3) box { <0.004,0,0>, <0.19,0.022,0.3> rotate x*-42 translate <X,StoreEaves+R*0.165,-0.42+R*0.183> texture { pigment { rgb <0.42,0.20,0.13>*(0.65+0.6*rand(RW)) } normal { granite 0.3 scale 0.05 } finish { diffuse 0.8 } } } #local X = X+0.195; #end
    #end
    matrix < 1,0,0, StoreLean,1,0, 0,0,1, 0,0,0 >
  }
  Slabs() Setts() LampPost(8.3,-2.6) Planter(-4.6,-0.9) HandCart(-6.9,-1.7)
  #for (I,0,6) cylinder { <1.2+0.3*mod(I,4)+0.15*int(I/4),0.15+0.26*int(I/4),-1.35>, <1.2+0.3*mod(I,4)+0.15*int(I/4),0.15+0.26*int(I/4),-0.25>, 0.145 texture { OldTimber rotate x*90 translate I } } #end
  Opposite()
#end
#macro Lights() Daylight(<-50, 60, -66>, 1.5) #end
#include "stage.inc"
