using System.Runtime.CompilerServices;

[assembly: InternalsVisibleTo("EarthyTuft.Core.Tests")]
