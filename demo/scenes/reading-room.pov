#version 3.7;
// The main reading room, one storey of the old mill.
#declare Indoors = 1;
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#include "parts/interior.inc"
#include "parts/daylight.inc"
#include "parts/reading-room.inc"
#macro Content() RoomShell() TiledFloor() Ceiling() Bookshelves() Windows() RightWall() Columns() Tables() OutsideView() #end
#macro Lights()
  Daylight(<-52, 42, -6>, 5.0)
  // The sky through each window, as a large soft light.
  #for (I, 0, WindowCount-1)
    light_source { <RoomX0+0.03, WindowSill+WindowHigh*0.55, WindowZ[I]> rgb <0.80,0.88,1.0>*2.0
      area_light <0,0,WindowWide*0.9>, <0,WindowHigh*0.9,0>, 3, 4 adaptive 1 fade_distance 2.2 fade_power 2 }
  #end
#end
#include "stage.inc"
