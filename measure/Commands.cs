using System.CommandLine;
using System.Globalization;
using Yarnwheel.Measure.Faults;
using Yarnwheel.Measure.Quality;
using Yarnwheel.Measure.Quality.Edges;
using Yarnwheel.Measure.Quality.Edges.Learning;
using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Photographs;
using Yarnwheel.Measure.Quality.Reaches;
using Yarnwheel.Measure.Quality.Subjects;
using Yarnwheel.Measure.Quality.Subjects.Learning;
using Yarnwheel.Measure.Speed;

namespace Yarnwheel.Measure;

/// <summary>What can be measured.</summary>
internal static class Commands
{
    private static readonly Option<int> Megapixels = new("--megapixels") { Description = "Of the photo.", DefaultValueFactory = _ => 24 };
    private static readonly Option<int> Many = new("--many") { Description = "Megapixels of the large photo.", DefaultValueFactory = _ => 100 };

    public static RootCommand Root() => new("Tables of quality and speed, beside their peers in the same run.")
    {
        Greys(), Reaches(), Edges(), Cling(), Subjects(),
        All(),
        Speeds("memory", "Memory and time of copies and close frames with edges.", (own, many) => Each(m => MemoryTable.Rows(m, own, many))),
        Speeds("masks", "Patches and edges.", (own, _) => Each(m => m.Renderer(own) is var r ? PatchTable.Rows(r).Concat(EdgeTable.Rows(r)) : [])),
        Speeds("cuts", "Subjects.", (own, _) => Each(m => SubjectRows.Rows(m.Renderer(own)))),
        Of("kernels", "What a frame is made of.", KernelTable.Print),
        Faulty(), Sets(), Short(), Photos(), Width(), Copy(), Frame(), Set(), Command(),
    };

    private static Command Faulty()
    {
        var program = new Option<string>("--program") { Description = "yarnwheel-web.dll as ./run publishes it.", DefaultValueFactory = _ => "src/Yarnwheel.Web/bin/Release/net10.0/linux-x64/publish/yarnwheel-web.dll" };
        var kills = new Option<int>("--kills") { Description = "How often it is killed.", DefaultValueFactory = _ => 1000 };
        var files = new Option<int>("--files") { Description = "How many spoilt files are sent.", DefaultValueFactory = _ => 1000 };
        var photos = new Option<int>("--photos") { Description = "How many photos of 24 megapixels are opened.", DefaultValueFactory = _ => 40 };
        var seed = new Option<int>("--seed") { Description = "Of what is random.", DefaultValueFactory = _ => 1 };
        var command = new Command("faults", "What the application bears: kills, spoilt files, many Benches, and its memory after it.") { program, kills, files, photos, seed };
        command.SetAction(parsed => FaultTable.PrintAsync(Path.GetFullPath(parsed.GetValue(program)!), parsed.GetValue(kills), parsed.GetValue(files), parsed.GetValue(photos), parsed.GetValue(seed)));
        return command;
    }

    private static Command Command()
    {
        var program = new Option<string>("--program") { Description = "The command as it is published.", DefaultValueFactory = _ => "src/Yarnwheel.Cli/bin/Release/net10.0/linux-x64/publish/yarnwheel" };
        var recipe = new Option<string>("--recipe") { Description = "That is checked.", DefaultValueFactory = _ => "demo/drying-rail.recipe.json" };
        var runs = new Option<int>("--runs") { Description = "How often.", DefaultValueFactory = _ => 11 };
        var command = new Command("command", "What the published command takes from its start on.") { program, recipe, runs };
        command.SetAction(parsed => CommandTable.Print(Path.GetFullPath(parsed.GetValue(program)!), parsed.GetValue(recipe)!, parsed.GetValue(runs)));
        return command;
    }

    private static Command Of(string name, string what, Action work)
    {
        var command = new Command(name, what);
        command.SetAction(_ => work());
        return command;
    }

    private static Command Speeds(string name, string what, Action<int, int> work)
    {
        var command = new Command(name, what) { Megapixels, Many };
        command.SetAction(parsed => work(parsed.GetValue(Megapixels), parsed.GetValue(Many)));
        return command;
    }

    private static Command All()
    {
        var runs = new Option<int>("--runs") { Description = "How often: the one in the middle is shown, and the ends.", DefaultValueFactory = _ => 1 };
        var command = new Command("all", "All speeds.") { Megapixels, Many, runs };
        command.SetAction(parsed => SpeedTable.Print(parsed.GetValue(Megapixels), parsed.GetValue(Many), Math.Max(1, parsed.GetValue(runs))));
        return command;
    }

    private static void Each(Func<Material, IEnumerable<SpeedRow>> rows)
    {
        using var material = new Material();
        foreach (var row in rows(material)) Console.WriteLine(row);
    }

    private static Command Greys() => Of("greys", "How many colour contrasts the greys keep.", () => GreysTable.Print(isShort: false));

    private static Command Reaches()
    {
        var count = new Option<int>("--random") { Description = "So many scenes of each kind made at random.", DefaultValueFactory = _ => 60 };
        var command = new Command("reach", "First masks by colour: with a reach that fits the photo, with one that is always the same, with the best.") { count };
        command.SetAction(parsed => ReachTable.Print(ReachTable.Sets(parsed.GetValue(count))));
        return command;
    }

    private static Command Edges()
    {
        var drawn = new Option<bool>("--drawn") { Description = "Only the drawn scenes." };
        var quick = new Option<double?>("--follow") { Description = "Ours alone at this follow, beside the rough mask." };
        var hard = new Option<bool>("--hard") { Description = "The hard scenes that were tuned on, with masks by colour, by subject and by a shaky hand." };
        var aside = new Option<bool>("--aside") { Description = "The hard scenes that were put aside." };
        var later = new Option<bool>("--later") { Description = "Those that were put aside later." };
        var fresh = new Option<bool>("--fresh") { Description = "Those that were made last." };
        var guided = new Option<bool>("--guided") { Description = "With --hard, --aside or --random: the guided filter too." };
        var tidy = new Option<bool>("--tidy") { Description = "With --hard or --aside: the settings that tidying proposes against the best found by search." };
        var random = new Option<int?>("--random") { Description = "So many scenes made at random." };
        var photographs = new Option<bool>("--photographs") { Description = "With --random: of surfaces of open photographs (measure/open-pictures fetches them); with --aside of those that nothing was tuned on." };
        var lessons = new Option<int?>("--lessons") { Description = "Writes mattes.lessons, of so many scenes of dyes and as many of photographs, for measure/learn-mattes." };
        var command = new Command("edges", "Masks and pictures with refined edges against exact truth.") { drawn, quick, hard, aside, later, fresh, guided, tidy, random, photographs, lessons };
        command.SetAction(parsed =>
        {
            if (parsed.GetValue(lessons) is { } scenes)
            {
                MatteLessons.Write("mattes.lessons", scenes);
                return;
            }
            if (parsed.GetValue(random) is { } count)
            {
                var surfaces = parsed.GetValue(photographs) ? PhotographedSurfaces.All(parsed.GetValue(aside)) : null;
                RandomEdges.Print(count, parsed.GetValue(quick) ?? 60, surfaces, parsed.GetValue(guided));
                return;
            }
            var wanted = new[] { (hard, SceneUse.Tuned), (aside, SceneUse.Aside), (later, SceneUse.Later), (fresh, SceneUse.Fresh) }.Where(w => parsed.GetValue(w.Item1)).ToArray();
            foreach (var (_, use) in wanted)
            {
                if (parsed.GetValue(tidy)) TidyTable.Print(use);
                else HardEdges.Print(parsed.GetValue(quick) ?? 60, use, parsed.GetValue(guided));
            }
            if (wanted.Length > 0) return;
            if (parsed.GetValue(quick) is { } follow) EdgeQualityTable.Quick(follow, !parsed.GetValue(drawn));
            else EdgeQualityTable.Print(!parsed.GetValue(drawn), isShort: false);
        });
        return command;
    }

    private static Command Cling()
    {
        var search = new Option<bool>("--search") { Description = "Try many settings." };
        var command = new Command("cling", "The clinging brush.") { search };
        command.SetAction(parsed => ClingTable.Print(parsed.GetValue(search), isShort: false));
        return command;
    }

    private static Command Subjects()
    {
        var box = new Option<bool>("--box") { Description = "The box alone, without strokes." };
        var only = new Option<string?>("--only") { Description = "Part of the names of the scenes wanted." };
        var pictures = new Option<DirectoryInfo?>("--pictures") { Description = "A folder for pictures of what was found." };
        var aside = new Option<bool>("--aside") { Description = "The things that were put aside before anything was tuned." };
        var fresh = new Option<bool>("--fresh") { Description = "The things that were made when all others had been looked at." };
        var latest = new Option<bool>("--latest") { Description = "The things that were made when those had been looked at, too." };
        var photographs = new Option<bool>("--photographs") { Description = "Open photographs with traced subjects (measure/open-pictures fetches them); with --aside those that nothing was tuned on, with --latest those traced last that nothing was learnt from." };
        var readings = new Option<bool>("--readings") { Description = "Each reading of six kinds of gestures, without grabCut." };
        var corrections = new Option<bool>("--corrections") { Description = "Four kinds of gestures, and five corrections of each, without grabCut." };
        var fit = new Option<bool>("--fit") { Description = "Fits what speaks for a reading." };
        var strands = new Option<bool>("--strands") { Description = "One stroke along thin things, on all scenes and 120 made at random." };
        var learn = new Option<int?>("--learn") { Description = "Learns what speaks for a place, from so many things made at random and from traced photographs, and writes it where the core has it." };
        var learnCorrections = new Option<int?>("--learn-corrections") { Description = "The same of what speaks for a place going with a correction." };
        var learnt = new Option<int?>("--learnt") { Description = "What was learnt, on all scenes and so many made at random that nothing was learnt from; with --only, each of them." };
        var unboxed = new Option<bool>("--unboxed") { Description = "With --learnt: strokes without a box." };
        var command = new Command("subjects", "Subjects beside grabCut.") { box, only, pictures, aside, fresh, latest, photographs, readings, corrections, fit, strands, learn, learnCorrections, learnt, unboxed };
        command.SetAction(parsed =>
        {
            var use = parsed.GetValue(photographs) ? parsed.GetValue(aside) ? SceneUse.PhotographsAside : parsed.GetValue(latest) ? SceneUse.PhotographsLater : SceneUse.Photographs
                : parsed.GetValue(aside) ? SceneUse.Aside : parsed.GetValue(fresh) ? SceneUse.Fresh : parsed.GetValue(latest) ? SceneUse.Latest : SceneUse.Tuned;
            if (parsed.GetValue(fit)) ReadingFit.Print();
            else if (parsed.GetValue(learn) is { } scenes) ReadingLearner.Learn("src/Yarnwheel.Core/Masks/Learnt/readings.weights", scenes, times: 16);
            else if (parsed.GetValue(learnCorrections) is { } corrected) CorrectionLearner.Learn("src/Yarnwheel.Core/Masks/Learnt/corrections.weights", corrected, times: 12);
            else if (parsed.GetValue(learnt) is { } unseen) LearntTable.Print(unseen, !parsed.GetValue(unboxed), each: parsed.GetValue(only) is not null, isShort: false);
            else if (parsed.GetValue(strands)) StrandTable.Print(120);
            else if (parsed.GetValue(readings)) ReadingTable.Print(parsed.GetValue(only), use);
            else if (parsed.GetValue(corrections)) CorrectionTable.Print(parsed.GetValue(only), use);
            else SubjectTable.Print(parsed.GetValue(box), parsed.GetValue(only), parsed.GetValue(pictures)?.FullName, use);
        });
        return command;
    }

    /// <summary>Everything once and small, so that a measurement that no longer runs is noticed; what it prints means nothing.</summary>
    private static Command Short() => Of("short", "Runs every table once and small, to see that it still runs.", () =>
    {
        Stopwatches.IsShort = true;
        GreysTable.Print(isShort: true);
        EdgeQualityTable.Print(traced: false, isShort: true);
        RandomEdges.Print(1, 60);
        if (OpenPhotographs.AreThere) RandomEdges.Print(1, 60, PhotographedSurfaces.All(aside: false));
        ReachTable.Print(ReachTable.Sets(1).Take(1));
        ClingTable.Print(search: false, isShort: true);
        SubjectTable.Print(boxAlone: false, null, null, SceneUse.Fresh, most: 1);
        foreach (var isBoxed in (bool[])[true, false]) LearntTable.Print(1, isBoxed, each: false, isShort: true);
        var learnt = Path.GetTempFileName();
        ReadingLearner.Learn(learnt, 1, times: 0);
        CorrectionLearner.Learn(learnt, 1, times: 0);
        File.Delete(learnt);
        KernelTable.Print();
        SpeedTable.Print(2, 3, 1);
        Each(m => MemoryTable.Rows(m, 2, 3));
        SetTable.Print(3, 2);
    });

    private static Command Photos()
    {
        var megapixels = new Argument<int>("MEGAPIXELS");
        var files = new Argument<FileInfo[]>("FILES") { Arity = ArgumentArity.OneOrMore };
        var command = new Command("photos", "Photos of so many megapixels, for the browser's measurements.") { megapixels, files };
        command.SetAction(parsed =>
        {
            using var material = new Material();
            foreach (var (into, number) in parsed.GetValue(files)!.Select((f, i) => (f.FullName, i)))
            {
                File.Copy(material.Jpeg(parsed.GetValue(megapixels)), into, overwrite: true);
                // A comment after the end of the picture makes each another file.
                File.AppendAllText(into, $"{number}");
            }
        });
        return command;
    }

    // Processes of their own, for what the tables measure apart.
    private static Command Width()
    {
        var megapixels = new Argument<int>("MEGAPIXELS");
        var command = new Command("width") { megapixels };
        command.Hidden = true;
        command.SetAction(parsed =>
        {
            using var material = new Material();
            var renderer = material.Renderer(parsed.GetValue(megapixels));
            var view = Material.Frame(renderer);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{FrameTable.Spoke(renderer, view, Material.OneArea):F2} {FrameTable.Unit(renderer, view):F2}"));
        });
        return command;
    }

    private static Command Copy()
    {
        var photo = new Argument<FileInfo>("PHOTO");
        var runs = new Argument<int>("RUNS");
        var edge = new Argument<string?>("EDGE") { Arity = ArgumentArity.ZeroOrOne };
        var command = new Command("copy") { photo, runs, edge };
        command.Hidden = true;
        command.SetAction(parsed => CopyTable.Copy(parsed.GetValue(photo)!.FullName, parsed.GetValue(runs), parsed.GetValue(edge) is { } name ? CopyRecipes.Of(name) : Material.ThreeAreas));
        return command;
    }

    private static Command Sets()
    {
        var photos = new Option<int>("--photos") { Description = "In the set.", DefaultValueFactory = _ => 50 };
        var command = new Command("sets", "Sets of copies through the job engine.") { photos, Megapixels };
        command.SetAction(parsed => SetTable.Print(parsed.GetValue(photos), parsed.GetValue(Megapixels)));
        return command;
    }

    private static Command Set()
    {
        var photo = new Argument<FileInfo>("PHOTO");
        var count = new Argument<int>("COUNT");
        var workers = new Argument<int>("WORKERS");
        var command = new Command("set") { photo, count, workers };
        command.Hidden = true;
        command.SetAction((parsed, _) => SetTable.RunAsync(parsed.GetValue(photo)!.FullName, parsed.GetValue(count), parsed.GetValue(workers)));
        return command;
    }

    private static Command Frame()
    {
        var photo = new Argument<FileInfo>("PHOTO");
        var percent = new Argument<int>("PERCENT");
        var command = new Command("frame") { photo, percent };
        command.Hidden = true;
        command.SetAction(parsed => MemoryTable.Frame(parsed.GetValue(photo)!.FullName, parsed.GetValue(percent)));
        return command;
    }
}
