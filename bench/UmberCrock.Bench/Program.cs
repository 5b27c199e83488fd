using BenchmarkDotNet.Running;
using UmberCrock.Bench;

// What to measure: "core" the computation, "evaluate" it in a minute, "api ADDRESS" a running application's API,
// "keys ADDRESS" a key press on its bench,
// "trials" taking in, swapping, climbing and rebalancing, "learn" a bench of 2,000 looks, "catalogue" loading it,
// "larder ADDRESS" search with a thousand own ingredients,
// "fill FOLDER COUNT" makes a data folder of so many formulas with 20 revisions each, "shelf ADDRESS COUNT" measures an application on it,
// "watch FOLDER COUNT" makes one of so many studies, "studies ADDRESS COUNT" measures an application on it,
// "copies ADDRESS" nudges while copies are made, and everything saved.
switch (args.FirstOrDefault())
{
    case "core":
        BenchmarkRunner.Run<EvaluateBenchmarks>(args: args[1..]);
        return 0;
    case "api" when args.Length == 2:
        await ApiLoad.RunAsync(new Uri(args[1]));
        return 0;
    case "keys" when args.Length == 2:
        KeyToFindings.Run(new Uri(args[1]));
        return 0;
    case "catalogue":
        LarderLoad.LoadCatalogue();
        return 0;
    case "larder" when args.Length == 2:
        await LarderLoad.RunAsync(new Uri(args[1]));
        return 0;
    case "evaluate":
        TrialLoad.RunEvaluations();
        return 0;
    case "trials":
        TrialLoad.Run();
        return 0;
    case "learn":
        TrialLoad.RunLearning();
        return 0;
    case "fill" when args.Length == 3 && int.TryParse(args[2], out var many):
        await ShelfLoad.FillAsync(args[1], many);
        return 0;
    case "shelf" when args.Length == 3 && int.TryParse(args[2], out var count):
        await ShelfLoad.RunAsync(new Uri(args[1]), count);
        return 0;
    case "watch" when args.Length == 3 && int.TryParse(args[2], out var watched):
        await StudyLoad.FillAsync(args[1], watched);
        return 0;
    case "studies" when args.Length == 3 && int.TryParse(args[2], out var kept):
        await StudyLoad.RunAsync(new Uri(args[1]), kept);
        return 0;
    case "copies" when args.Length == 2:
        await CopyLoad.RunAsync(new Uri(args[1]));
        return 0;
    default:
        Console.Error.WriteLine(
            "Say what to measure: core [BenchmarkDotNet options] | evaluate | api ADDRESS | keys ADDRESS | catalogue | larder ADDRESS | "
                + "trials | learn | fill FOLDER COUNT | shelf ADDRESS COUNT | copies ADDRESS | "
                + "watch FOLDER COUNT | studies ADDRESS COUNT"
        );
        return 2;
}
