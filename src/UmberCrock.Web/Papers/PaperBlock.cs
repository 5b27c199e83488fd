namespace UmberCrock.Web.Papers;

/// <summary>A piece of a paper that flows down its pages.</summary>
internal abstract record PaperBlock;

/// <summary>A heading; it stays with what follows.</summary>
internal sealed record PaperHeading(string Text) : PaperBlock;

/// <summary>A paragraph.</summary>
internal sealed record PaperText(string Text) : PaperBlock;

/// <summary>A column of a table.</summary>
/// <param name="Heading">What stands above it.</param>
/// <param name="Share">Its share of the width; all of them together are 1.</param>
/// <param name="IsNumber">True for numbers, which stand at the right.</param>
internal sealed record PaperColumn(string Heading, double Share, bool IsNumber = false);

/// <summary>A table; its heading is repeated on every page.</summary>
internal sealed record PaperTable(IReadOnlyList<PaperColumn> Columns, IReadOnlyList<IReadOnlyList<string>> Rows) : PaperBlock;

/// <summary>A picture with a line below it.</summary>
/// <param name="Path">Where the JPEG file lies.</param>
/// <param name="Caption">The line.</param>
internal sealed record PaperPicture(string Path, string Caption);

/// <summary>Pictures, three in a row; each stays with its line.</summary>
internal sealed record PaperPictures(IReadOnlyList<PaperPicture> Pictures) : PaperBlock;

/// <summary>Lines to sign on, each with who signs; they stay together.</summary>
internal sealed record PaperSignatures(IReadOnlyList<string> Who) : PaperBlock;
