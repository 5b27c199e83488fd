using UmberCrock.Core.Checking;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;

namespace UmberCrock.Web.Hosting;

/// <summary>The catalogue that is used: what ships, or with the files of a folder of the maker's own in its place.</summary>
internal static class OwnRules
{
    private const int MostTold = 10;

    /// <summary>Reads it. What ships was checked when it was built; a folder of one's own is checked now.</summary>
    /// <exception cref="FormatException">A file of the folder does not hold together; says file, line and place.</exception>
    public static Catalogue Read(string? folder)
    {
        if (folder is null)
            return Catalogue.Shipped;
        var files = DataFiles.In(folder);
        var problems = DataCheck.Problems(files);
        if (problems.Count == 0)
            return Catalogue.Read(files);
        var told = string.Join("\n  ", problems.Take(MostTold));
        throw new FormatException(
            $"the files in {folder} do not hold together:\n  "
                + $"{told}{(problems.Count > MostTold ? $"\n  and {problems.Count - MostTold} more" : "")}"
        );
    }
}
