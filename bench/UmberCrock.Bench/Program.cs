using BenchmarkDotNet.Running;
using UmberCrock.Bench;

// What to measure: "core" the computation, "api ADDRESS" a running application's API, "keys ADDRESS" a key press on its bench,
// "catalogue" loading it, "larder ADDRESS" search with a thousand own ingredients.
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
    default:
        Console.Error.WriteLine("Say what to measure: core [BenchmarkDotNet options] | api ADDRESS | keys ADDRESS | catalogue | larder ADDRESS");
        return 2;
}
