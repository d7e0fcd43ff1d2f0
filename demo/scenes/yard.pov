#version 3.7;
// The yard between three walls, on a cylinder.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare WallX0 = NorthX0; #declare WallX1 = NorthX1; #declare WallHeight = NorthHigh; #declare Openings = NorthOpenings; #declare OpeningCount = 14;
#include "parts/brickwork.inc"
#include "parts/openings.inc"
#include "parts/front-trim.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#include "parts/canal.inc"
#macro BrickWall()
  Brickwork() AllOpenings()
  box { <WallX0,0,-0.06>, <WallX1,0.9,0.2> texture { StoneDark } }
  box { <WallX0,WallHeight-0.3,-0.3>, <WallX1,WallHeight-0.05,0.5> texture { Stone } }
#end
#macro Content()
  union { BrickWall() StringCourse(4.3) Downpipe(-9.3) translate z*NorthZ }
  #declare WallX0 = EastX0; #declare WallX1 = EastX1; #declare WallHeight = EastHigh; #declare Openings = EastOpenings; #declare OpeningCount = 10;
  union { BrickWall() rotate y*90 translate x*EastX }
  union { Wing() rotate y*-90 translate x*WestX }
  plane { y, -0.16 texture { pigment { granite scale 0.5 color_map { [0 rgb <0.38,0.35,0.30>] [1 rgb <0.50,0.47,0.41>] } } normal { granite 0.3 scale 0.05 } finish { diffuse 0.78 } } }
  union { Setts() translate z*8.6 }
  LampPost(-4.2,4.4) LampPost(6.8,1.2) Planter(-2.4,7.9) Planter(4.2,7.9) HandCart(2.6,4.3) Planter(-8.9,1.5)
  #for (I,0,4) cylinder { <9.6,0.3,-3+I*0.75>, <10.3,0.3,-3+I*0.75>, 0.34 texture { OldTimber rotate z*90 translate I*2 } } #end
  Opposite()
#end
#macro Lights() Daylight(<-40, 66, -52>, 1.5) #end
#include "stage.inc"
