using Yarnwheel.Codecs;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>What was found beside what is true: green where both agree, red too much, blue too little; ours left, grabCut right.</summary>
internal static class SubjectPictures
{
    public static void Save(string folder, SubjectScene scene, float[] ours, float[] theirs)
    {
        Directory.CreateDirectory(folder);
        int width = scene.Width, height = scene.Height;
        var rgb = new byte[6 * width * height];
        for (var i = 0; i < width * height; i++)
        {
            foreach (var (mask, shift) in new[] { (ours, 0), (theirs, width) })
            {
                var at = 3 * (i / width * 2 * width + i % width + shift);
                float own = mask[i], truth = scene.Alpha[i];
                var grey = (scene.Rgb[3 * i] + scene.Rgb[3 * i + 1] + scene.Rgb[3 * i + 2]) / 6;
                rgb[at] = (byte)Math.Min(255, grey + 160 * Math.Max(0, own - truth));
                rgb[at + 1] = (byte)Math.Min(255, grey + 90 * Math.Min(own, truth));
                rgb[at + 2] = (byte)Math.Min(255, grey + 160 * Math.Max(0, truth - own));
            }
        }
        var stroked = scene.Gesture.Inside.Concat(scene.Gesture.Outside).SelectMany(s => Enumerable.Range(0, 200).Select(t => (X: s[0].X + (s[1].X - s[0].X) * t / 199, Y: s[0].Y + (s[1].Y - s[0].Y) * t / 199)));
        foreach (var (x, y) in stroked)
        {
            var at = 3 * ((int)(y * height) * 2 * width + (int)(x * width));
            (rgb[at], rgb[at + 1], rgb[at + 2]) = (255, 255, 0);
        }
        File.WriteAllBytes(Path.Combine(folder, string.Concat(scene.Name.Where(char.IsLetterOrDigit)) + ".jpg"), SampleWriter.Jpeg(rgb, 2 * width, height, 90));
    }
}
