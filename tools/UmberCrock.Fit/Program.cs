using UmberCrock.Fit;

return args switch
{
    ["species"] => SpeciesReport.Print(),
    ["waxes"] => WaxReport.Print(),
    ["fats"] => ClearReport.PrintFats(),
    ["clear"] => ClearReport.PrintClearPoints(),
    ["strengths"] => StrengthReport.Print(),
    _ => Usage(),
};

static int Usage()
{
    Console.Error.WriteLine(
        """
        Fits the parameters of melt and texture to published tables and trade facts, by least squares, and prints what belongs into data/.
          species    three melting species a fat, to its solid-fat table
          waxes      the species of each wax, to its melting range and its heat of fusion
          fats       nothing: every solid-fat table, published against computed
          clear      nothing: where every neat material clears, beside its published melting range
          strengths  firmness a percent of solid, by family, to the trade facts
        """
    );
    return 2;
}
