using System.Diagnostics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Treatments;
using Yarnwheel.Measure.Quality;
namespace Yarnwheel.Measure.Speed;
internal static class Stages
{
    public static void Print()
    {
        var scene = SubjectScenes.All().ElementAt(4);
        for (var n = 0; n < 3; n++)
        {
            var w = Stopwatch.StartNew();
            void Lap(string s) { Console.WriteLine($"{s}: {w.Elapsed.TotalMilliseconds:F1}"); w.Restart(); }
            var pyramid = Pyramid.Build(scene.Photo);
            var planes = ViewPlanes.Draw(pyramid, new View(new Region(0, 0, scene.Width, scene.Height), 1), LightPlan.None, default);
            Lap("view planes");
            var half = typeof(CutPicture).GetMethod("Halved", System.Reflection.BindingFlags.NonPublic | System.Reflection.BindingFlags.Static)!.Invoke(null, [planes.Lab])!;
            Lap("half");
            var cells = new ColourCells(); cells.Sort(planes.Lab);
            Lap("cells");
            var sp = Superpixels.Of((Core.Grey.LabPlanes)half, 5, default);
            Lap("slic");
            var picture = CutPicture.Of(planes.Lab, default);
            Lap($"cut picture, {picture.Colours.Length} cells, {picture.Superpixels.Count} superpixels, {picture.Borders.Length} borders");
            var markings = Markings.Of(scene.Gesture, scene.Width, scene.Height);
            Lap("markings");
            var marked = new MarkedSuperpixels(picture, markings);
            Lap("marked");
            NearnessLean.Of(picture, marked.Seeds);
            Lap("nearness");
            var cut = SuperpixelCut.Of(picture, markings, default);
            Lap("superpixel cut");
            cut.Leaning(0, default);
            Lap("one cut");
            PixelCut.Of(picture, markings, cut, default);
            Lap("pixel cut");
            var r = new PhotoRenderer(pyramid);
            r.FullMask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [scene.Gesture] } }] }, 0);
            Lap("whole");
            Console.WriteLine();
        }
    }
}
