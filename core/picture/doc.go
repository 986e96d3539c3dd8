// Package picture works out the coordinates of everything the screens draw: the
// band, the room from above, the saw from above and from its end. The browser
// only scales and strokes what comes from here.
//
// All coordinates are inches. Room pictures have x to the right and y down the
// page, seen from above; saw pictures have the saw's own frame, x right along
// the fence and y toward the fence, which stands at y = 0.
package picture
