using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Demo;

/// <summary>The recipe on the rowing club's noticeboard, to try the intake on (data/demo/noticeboard.txt).</summary>
public static class DemoRecipe
{
    /// <summary>The recipe as it hangs on the noticeboard, line by line.</summary>
    public static string Text { get; } = DataFiles.Shipped.Text("data/demo/noticeboard.txt").ReplaceLineEndings("\n");

    /// <summary>A balm of four ingredients that stands in the empty field, to show how one is read (data/demo/oar-balm.txt).</summary>
    public static string Small { get; } = DataFiles.Shipped.Text("data/demo/oar-balm.txt").ReplaceLineEndings("\n").TrimEnd();
}
