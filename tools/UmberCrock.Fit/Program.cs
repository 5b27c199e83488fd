using UmberCrock.Fit;

return args switch
{
    ["species"] => SpeciesReport.Print(),
    ["waxes"] => WaxReport.Print(),
    ["clear"] => ClearReport.Print(),
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
          clear      nothing: where every neat material clears, beside its published melting range
          strengths  firmness a percent of solid, by family, to the trade facts
        """);
    return 2;
}
